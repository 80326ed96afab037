<script setup lang="ts">
import { computed, ref, useTemplateRef } from 'vue'
import FieldRow from './FieldRow.vue'
import { useHeld } from './useHeld'
import type { Fault } from './when'

/**
 * A day or an instant as people write it: told back in words as it is typed, refused in words where it can't be read. It
 * opens nothing over other fields, and no form is sent with it half read.
 */
const props = defineProps<{
  label: string
  field: string
  problem: Error | null
  hint?: string
  placeholder: string
  read: (text: string) => { words: string } | Fault
}>()
const text = defineModel<string>({ required: true })
const root = useTemplateRef<HTMLElement>('root')
const left = ref(false)
const found = computed(() => (text.value.trim() ? props.read(text.value) : null))
const fault = computed(() => (found.value && 'fault' in found.value ? found.value.fault : ''))
const words = computed(() => (found.value && 'words' in found.value ? found.value.words : ''))
useHeld(
  root,
  () => fault.value !== '',
  () => (left.value = true),
)
</script>

<template>
  <div ref="root">
    <FieldRow v-slot="f" :label="label" :field="field" :problem="problem" :fault="left ? fault : ''">
      <InputText
        :id="f.id"
        v-model="text"
        class="when w-42"
        autocomplete="off"
        :placeholder="placeholder"
        :invalid="f.invalid"
        :aria-describedby="f.described ?? `${f.id}-read`"
        @blur="left = true"
      />
      <span :id="`${f.id}-read`" class="small flex-[1_1_120px]" :class="{ quiet: !words }" role="status">{{
        words || hint
      }}</span>
    </FieldRow>
  </div>
</template>
