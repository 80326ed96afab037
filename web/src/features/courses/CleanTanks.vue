<script setup lang="ts">
import { computed } from 'vue'
import type { Problem, Schemas } from '@/api/client'
import SelectField from '@/shared/SelectField.vue'
import * as texts from './words'

/** The clean tanks that the moves of a course go through; named here, each move says into which, and the press moves the fish there. */
const props = defineProps<{
  tanks: Schemas['TankOut'][]
  from: Schemas['TankOut']
  problem: Problem | null
}>()
const chosen = defineModel<string[]>({ required: true })
const options = computed(() => [
  ...props.tanks
    .filter((t) => t.uid !== props.from.uid && t.water_type === props.from.water_type)
    .map((t) => ({ value: t.uid, label: `${t.name}, ${t.volume.net.figure} ${t.volume.net.unit}` })),
])
function choose(place: number, uid: string | null) {
  const both = [chosen.value[0] ?? '', chosen.value[1] ?? '']
  both[place] = uid ?? ''
  chosen.value = both.filter((u) => u)
}
</script>

<template>
  <SelectField
    v-for="(label, i) in ['First clean tank', 'Second']"
    :key="label"
    :model-value="chosen[i] ?? null"
    :label="label"
    :field="`tanks.${i}`"
    :problem="problem"
    :options="options"
    :placeholder="options.length ? 'not named' : texts.NO_OTHER_TANK_OF"
    show-clear
    option-value="value"
    option-label="label"
    :hint="i ? '' : texts.BARE_AND_EMPTY_THE"
    :data-testid="`clean-tank-${i}`"
    @update:model-value="choose(i, $event)"
  />
</template>
