<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Schemas } from '@/api/client'
import * as said from '@/shared/words'
import * as texts from './words'

/** What is known of the fish and the tank: from the record, and what only the keeper can say. */
const props = defineProps<{ board: Schemas['LookBoardOut']; known: string[] }>()
const context = defineModel<string[]>('context', { required: true })
const kin = defineModel<string>('kin', { required: true })
const open = ref(false)
const asked = computed(() => props.board.context.filter((c) => !c.known))
const told = computed(() => asked.value.filter((c) => context.value.includes(c.id)).map((c) => c.words))
function toggle(id: string) {
  context.value = context.value.includes(id) ? context.value.filter((c) => c !== id) : [...context.value, id]
}
</script>

<template>
  <section class="line-t-2-ink py-1" :aria-label="texts.WHAT_ELSE_IS_KNOWN">
    <div class="line grid grid-cols-[auto_1fr_auto] gap-3 items-baseline">
      <h2>Also weighed</h2>
      <p class="small">
        <template v-if="board.kin_known || kin"
          ><b>{{ board.kin_known || board.kin.find((k) => k.id === kin)?.name }}</b
          >{{ known.length + told.length ? '; ' : '' }}</template
        >{{ [...known, ...told].join('; ')
        }}<span v-if="!known.length && !told.length && !kin && !board.kin_known" class="quiet"
          >nothing yet</span
        >
      </p>
      <button
        type="button"
        class="link min-h-7 text-ink text-12 phone:min-h-12"
        :aria-expanded="open"
        data-testid="more-facts"
        @click="open = !open"
      >
        {{ open ? 'done' : 'say more' }}
      </button>
    </div>
    <div v-if="open" class="flex flex-wrap gap-1.5 pt-1.5 pb-2">
      <label v-if="!board.kin_known" class="small flex items-center gap-2 w-full"
        >{{ said.WHAT_KIND_OF_FISH }}
        <Select
          v-model="kin"
          :options="[{ id: '', name: 'not said' }, ...board.kin]"
          option-label="name"
          option-value="id"
          :aria-label="said.WHAT_KIND_OF_FISH"
      /></label>
      <button
        v-for="c in asked"
        :key="c.id"
        type="button"
        class="chip line-rule2 rounded bare text-ink py-0.75 px-2.25 min-h-7.5 cursor-pointer text-13 phone:min-h-12 hover:bg-shade"
        :aria-pressed="context.includes(c.id)"
        :data-testid="`fact-${c.id}`"
        @click="toggle(c.id)"
      >
        {{ c.words }}
      </button>
    </div>
  </section>
</template>

<style scoped>
h2 {
  font-size: 14px;
}
.chip[aria-pressed='true'] {
  background: var(--ink);
  border-color: var(--ink);
  color: var(--paper);
}
</style>
