<script setup lang="ts">
import { computed, useId } from 'vue'
import type { Problem, Schemas } from '@/api/client'
import StateMark from '@/shared/StateMark.vue'
import { useSession } from '@/shared/session'

/** Water first: what was read, what is typed now, and whether it is fit for these fish. */
const props = defineProps<{ gate: Schemas['GateOut'] | null; readWords: string; problem: Problem | null }>()
const typed = defineModel<{ temperature: string; ph: string; ammonia: string; nitrite: string }>('typed', {
  required: true,
})
const session = useSession()
const id = useId()
const TITLES = { open: 'gate open', half: 'gate half open', shut: 'gate shut' }
const tone = computed(() => ({ open: 'leaf', half: 'tannin', shut: 'brick' })[props.gate?.state ?? 'half'])
const ion = computed(() => session.keeper?.preferences.kit_basis !== 'n')
const cells = computed(() =>
  (
    [
      ['ammonia', 'ammonia', ion.value ? 'mg/L NH₄' : 'mg/L N'],
      ['nitrite', 'nitrite', ion.value ? 'mg/L NO₂' : 'mg/L N'],
      ['ph', 'pH', ''],
      ['temperature', 'temperature', session.keeper?.preferences.temperature_unit === 'f' ? '°F' : '°C'],
    ] as const
  ).map(([name, label, unit]) => ({
    name,
    label,
    unit,
    line: props.gate?.lines.find((l) => l.name === name) ?? null,
    wrong: props.problem?.body.field === name ? props.problem.message : '',
  })),
)
function words(line: Schemas['GateLineOut']): string {
  if (line.state === 'unknown') return line.words || 'not read'
  if (line.name === 'ammonia' || line.name === 'nitrite') return line.words
  return `${line.figure}, fit is ${line.range_words}`
}
</script>

<template>
  <section class="gate" aria-label="Water first">
    <div class="title">
      <svg width="64" height="44" viewBox="0 0 86 56" aria-hidden="true" focusable="false">
        <path class="wall" d="M0 8H86M0 48H86" />
        <path class="wall thin" d="M0 4H86M0 52H86" />
        <path v-if="gate?.state === 'open'" class="leafs" d="M30 9.5L62 12.5M30 46.5L62 43.5" />
        <path v-else-if="gate?.state === 'shut'" class="leafs" d="M30 9.5L44 28L30 46.5" />
        <path v-else class="leafs" d="M30 9.5L56 22M30 46.5L56 34" />
        <path
          class="waves"
          d="M4 20q6 -4 12 0t12 0M4 30q6 -4 12 0t12 0M4 40q6 -4 12 0t12 0M60 24q6 -4 12 0t12 0M60 34q6 -4 12 0t12 0"
        />
        <circle cx="30" cy="9.5" r="3" class="pin" />
        <circle cx="30" cy="46.5" r="3" class="pin" />
      </svg>
      <div>
        <h2>Water first</h2>
        <p :class="tone" class="state" data-testid="gate">{{ gate ? TITLES[gate.state] : '' }}</p>
        <p class="small quiet">{{ readWords }}</p>
      </div>
    </div>
    <div
      v-for="c in cells"
      :key="c.name"
      class="cell"
      :class="{ bad: c.line?.state === 'above' || c.line?.state === 'below' }"
    >
      <label :for="`${id}-${c.name}`">{{ c.label }}</label>
      <span class="entry">
        <InputText
          :id="`${id}-${c.name}`"
          v-model="typed[c.name]"
          class="fig"
          :invalid="!!c.wrong"
          :aria-describedby="`${id}-${c.name}-says`"
          inputmode="decimal"
          autocomplete="off"
        />
        <span class="small quiet">{{ c.unit }}</span>
      </span>
      <p :id="`${id}-${c.name}-says`" class="says">
        <template v-if="c.wrong"
          ><span class="brick">{{ c.wrong }}</span></template
        >
        <template v-else-if="c.line">
          <StateMark :state="c.line.state as 'in_range'" /><span
            :class="{
              brick: c.line.state === 'above' || c.line.state === 'below',
              tannin: c.line.state === 'unknown',
            }"
            >{{ words(c.line) }}</span
          >
        </template>
      </p>
    </div>
  </section>
</template>

<style scoped>
.gate {
  display: grid;
  grid-template-columns: 224px repeat(4, minmax(0, 1fr));
  border-bottom: 1px solid var(--ink);
  margin-bottom: 12px;
  min-height: 84px;
}
.title {
  display: flex;
  gap: 14px;
  align-items: center;
  padding-bottom: 8px;
}
h2 {
  font-size: 16px;
  line-height: 20px;
}
.state {
  font-weight: 650;
}
.wall {
  stroke: var(--ink);
  stroke-width: 2.5;
}
.thin {
  stroke-width: 0.8;
}
.leafs {
  fill: none;
  stroke: var(--ink);
  stroke-width: 3.5;
}
.waves {
  fill: none;
  stroke: var(--water);
  stroke-width: 1;
}
.pin {
  fill: var(--paper);
  stroke: var(--ink);
  stroke-width: 1.5;
}
.cell {
  border-left: 1px solid var(--rule2);
  padding: 2px 10px 8px 12px;
}
label {
  font-size: 12.5px;
  line-height: 16px;
  color: var(--ink2);
}
.entry {
  display: flex;
  align-items: center;
  gap: 6px;
  padding: 2px 0 4px;
}
.entry :deep(input) {
  width: 84px;
  padding: 4px 8px;
  font-size: 16px;
}
.says {
  display: flex;
  gap: 6px;
  align-items: flex-start;
  font-size: 12.5px;
  line-height: 16px;
}
.bad .says {
  font-weight: 650;
}
@media (max-width: 999px) {
  .gate {
    grid-template-columns: 1fr 1fr;
    gap: 8px 0;
  }
  .title {
    grid-column: 1 / -1;
  }
}
@media (max-width: 759px) {
  .cell:nth-child(even) {
    border-left: 0;
    padding-left: 0;
  }
  .entry :deep(input) {
    min-height: 48px;
  }
}
</style>
