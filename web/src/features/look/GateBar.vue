<script setup lang="ts">
import { computed, ref, useId } from 'vue'
import type { Problem, Schemas } from '@/api/client'
import StateMark from '@/shared/StateMark.vue'
import { useSession } from '@/shared/session'
import { READINGS } from '@/shared/waterTest'
import type { KitBasis, Typed } from './useLook'
import * as texts from './words'

/** Water first: what was read, what is typed now, and whether it is fit for these fish. */
const props = defineProps<{
  gate: Schemas['GateOut'] | null
  readWords: string
  problem: Problem | null
  water: string
  read?: Partial<Typed>
}>()
const typed = defineModel<Typed>('typed', { required: true })
const kit = defineModel<KitBasis>('kit', { required: true })
const session = useSession()
const id = useId()
const TITLES = { open: 'gate open', half: texts.GATE_HALF_OPEN, shut: 'gate shut' }
const tone = computed(() => ({ open: 'leaf', half: 'tannin', shut: 'brick' })[props.gate?.state ?? 'half'])
const ion = computed(() => session.keeper?.preferences.kit_basis !== 'n')
const more = ref(false)
// on a phone the fields open when they are wanted
const typing = ref(Object.values(typed.value).some((v) => v))
const usual = computed(() =>
  READINGS.filter((r) => r.at_look && (!r.at_look_in.length || r.at_look_in.includes(props.water)))
    .sort((a, b) => a.at_look - b.at_look)
    .map((r) => r.id),
)
const rest = computed(() => READINGS.map((r) => r.id).filter((m) => !usual.value.includes(m)))
const shown = computed(() => (more.value ? [...usual.value, ...rest.value] : usual.value))
const KINDS = Object.fromEntries(READINGS.map((r) => [r.id, r]))
function unitOf(name: string): string {
  if (name === 'temperature') return session.keeper?.preferences.temperature_unit === 'f' ? '°F' : '°C'
  return KINDS[name]?.hint ?? ''
}
const cells = computed(() =>
  shown.value.map((name) => ({
    name,
    label: KINDS[name]?.name ?? name,
    unit: unitOf(name),
    kits: KINDS[name]?.kits.length ? KINDS[name].kits : undefined,
    line: props.gate?.lines.find((l) => l.name === name) ?? null,
    // what was read last stands in the empty field, until it is typed anew
    was: props.read?.[name] ?? '',
    wrong: props.problem?.body.field === name ? props.problem.message : '',
  })),
)
function basisOf(name: string): string {
  const chosen = kit.value[`${name}_as` as keyof KitBasis]
  return chosen ?? (ion.value ? (KINDS[name]?.kits[0]?.value ?? '') : 'n')
}
function setBasis(name: string, value: string) {
  kit.value = { ...kit.value, [`${name}_as`]: value }
}
function words(line: Schemas['GateLineOut']): string {
  if (line.state === 'unknown') return line.words || 'not read'
  if (line.words) return line.words
  return line.range_words ? `fit is ${line.range_words}` : ''
}
const out = (line: Schemas['GateLineOut'] | null) => line?.state === 'above' || line?.state === 'below'
</script>

<template>
  <section class="gate" aria-label="Water first">
    <div class="title flex gap-3 items-center py-2 phone:items-start">
      <svg width="58" height="40" viewBox="0 0 86 56" aria-hidden="true" focusable="false">
        <path class="fill-none stroke-ink pen-2.4" d="M0 8H86M0 48H86" />
        <path class="thin fill-none stroke-ink pen-1" d="M0 4H86M0 52H86" />
        <path v-if="gate?.state === 'open'" class="leafs" d="M30 9.5L62 12.5M30 46.5L62 43.5" />
        <path v-else-if="gate?.state === 'shut'" class="leafs" d="M30 9.5L44 28L30 46.5" />
        <path v-else class="leafs" d="M30 9.5L56 22M30 46.5L56 34" />
        <path
          class="fill-none stroke-water pen-1.2"
          d="M4 20q6 -4 12 0t12 0M4 30q6 -4 12 0t12 0M4 40q6 -4 12 0t12 0M60 24q6 -4 12 0t12 0M60 34q6 -4 12 0t12 0"
        />
        <circle cx="30" cy="9.5" r="3" class="fill-paper stroke-ink pen-1.6" />
        <circle cx="30" cy="46.5" r="3" class="fill-paper stroke-ink pen-1.6" />
      </svg>
      <div class="phone:grid phone:flex-1 phone:grid-cols-[1fr_auto] phone:items-center">
        <h2>Water first</h2>
        <p :class="tone" class="state" data-testid="gate">{{ gate ? TITLES[gate.state] : '' }}</p>
        <p class="small quiet">{{ readWords }}</p>
        <button
          type="button"
          class="link text-ink text-12 phone:col-[2] phone:row-[1/span_3] phone:min-h-14 phone:pl-3 phone:hidden"
          :aria-expanded="more"
          data-testid="more-readings"
          @click="more = !more"
        >
          {{ more ? 'fewer readings' : 'more readings' }}
        </button>
        <button
          type="button"
          class="link text-ink text-12 hidden phone:block phone:col-[2] phone:row-[1/span_3] phone:min-h-14 phone:pl-3"
          :aria-expanded="typing"
          data-testid="type-readings"
          @click="typing = !typing"
        >
          {{ typing ? 'done' : texts.TYPE_A_WATER_TEST }}
        </button>
      </div>
    </div>
    <div class="cells" :class="{ typing }">
      <div
        v-for="c in cells"
        :key="c.name"
        class="cell line-l-rule2 pr-1.5 pl-2.5 pt-1.5 pb-1.5 min-w-0 narrow:line-t-rule"
      >
        <span class="top apart gap-1 text-12 leading-5">
          <label :for="`${id}-${c.name}`">{{ c.label }}</label>
          <Select
            v-if="c.kits"
            class="kit"
            size="small"
            :model-value="basisOf(c.name)"
            :options="c.kits"
            option-label="label"
            option-value="value"
            :aria-label="texts.theKitCounts(c.label)"
            @update:model-value="setBasis(c.name, $event)"
          />
          <span v-else class="small quiet">{{ c.unit }}</span>
        </span>
        <InputText
          :id="`${id}-${c.name}`"
          v-model="typed[c.name]"
          class="fig entry w-full min-h-8.5 py-0.75 text-16 phone:min-h-12"
          :invalid="!!c.wrong"
          :aria-describedby="`${id}-${c.name}-says`"
          :placeholder="c.was"
          inputmode="decimal"
          autocomplete="off"
          :data-testid="`read-${c.name}`"
        />
        <p :id="`${id}-${c.name}-says`" class="says flex gap-1.25 items-start text-12 leading-4 pt-1">
          <span v-if="c.wrong" class="brick">{{ c.wrong }}</span>
          <template v-else-if="c.line">
            <StateMark :state="c.line.state as 'in_range'" /><b v-if="c.was" class="fig was">{{ c.was }}</b
            ><span :class="{ brick: out(c.line), tannin: c.line.state === 'unknown' && c.line.needed }">{{
              words(c.line)
            }}</span>
          </template>
        </p>
      </div>
    </div>
  </section>
</template>

<style scoped>
.gate {
  display: grid;
  grid-template-columns: 206px minmax(0, 1fr);
  border-bottom: 1px solid var(--ink);
  border-top: 1px solid var(--rule2);
  margin-bottom: 12px;
}
.leafs {
  fill: none;
  stroke: var(--ink);
  stroke-width: 4;
  stroke-linecap: round;
}
h2 {
  font-size: 15px;
  line-height: 19px;
}
.state {
  font-weight: 700;
  font-size: 14px;
  line-height: 18px;
}
.cells {
  display: grid;
  grid-template-columns: repeat(6, minmax(0, 1fr));
  position: relative;
}
.kit {
  border: 0;
  background: none;
  box-shadow: none;
  min-width: 0;
}
.kit :deep(.p-select-label) {
  padding: 0;
  font-size: 12.5px;
  line-height: 24px;
  color: var(--ink2);
  text-overflow: clip;
}
.kit :deep(.p-select-dropdown) {
  width: 16px;
  color: var(--ink2);
}
.says :deep(svg) {
  flex: none;
  margin-top: 1px;
}
.was {
  display: none;
}
.entry::placeholder {
  color: var(--ink);
  opacity: 1;
}
.entry:focus::placeholder {
  color: var(--ink2);
}
@media (max-width: 999px) {
  .gate {
    grid-template-columns: 1fr;
  }
  .cells {
    grid-template-columns: repeat(3, minmax(0, 1fr));
  }
  .cell:nth-child(3n + 1) {
    border-left: 0;
    padding-left: 0;
  }
}
@media (max-width: 759px) {
  .cells {
    grid-template-columns: repeat(2, minmax(0, 1fr));
  }
  .cell:nth-child(n) {
    border-left: 1px solid var(--rule2);
    padding-left: 10px;
  }
  .cell:nth-child(2n + 1) {
    border-left: 0;
    padding-left: 0;
  }
  .kit {
    min-height: 48px;
  }
  .cells:not(.typing) .entry,
  .cells:not(.typing) .kit,
  .cells:not(.typing) .top .quiet {
    display: none;
  }
  .cells:not(.typing) .cell {
    min-height: 44px;
  }
  .cells:not(.typing) .was {
    display: inline;
    font-size: 13px;
  }
  .cells:not(.typing) .says {
    padding-top: 0;
  }
}
</style>
