<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import CautionColumns from '@/shared/CautionColumns.vue'
import FigureText from '@/shared/FigureText.vue'
import LevelMark from '@/shared/LevelMark.vue'
import SlipRuler from '@/shared/SlipRuler.vue'
import ToolDrawing from '@/shared/ToolDrawing.vue'
import WhyLines from '@/shared/WhyLines.vue'
import * as said from '@/shared/words'
import * as texts from './words'

/** The slip of whatever was measured: the amount in the tool at hand, what it reaches, what it must not meet, why. */
const props = defineProps<{ told: Schemas['MeasuredOut']; where: string }>()
const emit = defineEmits<{ confirm: []; sure: [] }>()
const sources = computed(() => [...new Set(props.told.cautions.map((c) => c.source))].join('; '))
const print = () => window.print()
</script>

<template>
  <article
    class="slip bg-plate line-ink py-3.5 px-6 phone:py-3 phone:px-3.5"
    data-testid="measured"
    :data-verdict="told.verdict"
  >
    <header>
      <p>
        <b>{{ told.title }}</b>
      </p>
      <p class="small quiet">{{ where }}</p>
    </header>
    <p
      v-if="told.verdict === 'never' || told.verdict === 'block'"
      class="held flex gap-2 [border-color:var(--brick)] text-brick"
      role="status"
    >
      <LevelMark level="never" /><span>{{ told.words }}</span>
    </p>
    <div v-else-if="told.verdict === 'confirm'" class="held care" role="status">
      <p><LevelMark level="care" /> {{ told.words }}</p>
      <ul class="list-disc pl-5 pt-1.5 pb-2 font-400">
        <li v-for="c in told.confirm" :key="c">{{ c }}</li>
      </ul>
      <Button type="button" :label="texts.ALL_OF_IT_IS" data-testid="confirm-all" @click="emit('confirm')" />
    </div>
    <div v-else-if="told.verdict === 'asks'" class="held care" role="status">
      <p><LevelMark level="care" /> {{ told.words }}</p>
      <Button
        type="button"
        :label="texts.I_READ_IT_IT"
        data-testid="confirm-strength"
        @click="emit('sure')"
      />
    </div>
    <p v-else-if="told.verdict === 'vet'" class="held care flex gap-2" role="status">
      <LevelMark level="care" /><span>{{ told.words }}</span>
    </p>
    <p v-else-if="told.words" class="words pt-2 font-600">{{ told.words }}</p>
    <section v-for="(a, i) in told.amounts" :key="i" class="line line-b-ink pt-0.5 pb-2">
      <p
        class="big figure-slip leading-24 font-700 tracking-[-0.03em] phone:leading-20"
        :class="{ two: told.amounts.length > 1 }"
      >
        <FigureText :figure="a.big.figure" :unit="a.big.unit" />
      </p>
      <p>
        <b>{{ a.name }}</b><span v-if="a.tools[0]?.usable" class="small"
          >, {{ a.tools[0].name }}: {{ a.tools[0].words }}</span
        >
      </p>
      <p v-if="a.words" :class="a.ruler ? 'stock' : 'small quiet'">{{ a.words }}</p>
      <ToolDrawing v-if="a.tools[0]?.usable" :tool="a.tools[0]" colour="clear" />
      <ul
        v-if="a.tools.length > 1"
        class="tools grid grid-cols-[repeat(auto-fit,minmax(104px,1fr))] line-rule2 rounded mt-1.5 mb-2"
      >
        <li v-for="t in a.tools" :key="t.name" :class="{ best: t.verdict === 'fits best', no: !t.usable }">
          <span class="small">{{ t.name }}</span>
          <b class="fig">{{ t.usable ? t.words : '–' }}</b>
          <span class="small">{{ t.verdict }}</span>
        </li>
      </ul>
      <template v-if="a.ruler && a.reaches">
        <p class="reach flex justify-between items-baseline">
          <span
            >Reaches <b class="fig">{{ a.reaches.figure }}</b> {{ a.reaches.unit }}</span
          >
          <span class="fig small" :class="a.leaves_range ? 'brick' : 'quiet'"
            >{{ a.reaches_low?.figure }} to {{ a.reaches_high?.figure
            }}{{ a.leaves_range ? texts.MAY_LEAVE_THE_RANGE : '' }}</span
          >
        </p>
        <SlipRuler :ruler="a.ruler" :unit="a.reaches.unit" />
      </template>
    </section>
    <table v-if="told.figures.length" class="w-full border-collapse">
      <tbody>
        <tr v-for="f in told.figures" :key="f.label + f.unit">
          <th class="text-left font-400 pr-3 min-w-23 align-baseline line-b-rule py-1" scope="row">
            {{ f.label }}
          </th>
          <td v-if="f.figure" class="fig align-baseline line-b-rule py-1 text-right whitespace-nowrap pr-3">
            <b class="text-20">{{ f.figure }}</b> {{ f.unit }}
          </td>
          <td :colspan="f.figure ? 1 : 2" class="small quiet align-baseline line-b-rule py-1">
            {{ f.words }}
          </td>
        </tr>
      </tbody>
    </table>
    <ol v-if="told.steps.length" class="steps list-decimal pl-5.5 pt-2 pb-2 line-b-ink">
      <li v-for="s in told.steps" :key="s.text" :class="{ brick: s.stop }">
        {{ s.text }}{{ s.lasts_words ? ' ' : '' }}<b v-if="s.lasts_words" class="fig">{{ s.lasts_words }}</b>
      </li>
    </ol>
    <CautionColumns :cautions="told.cautions" />
    <WhyLines v-if="told.trace.length" :trace="told.trace" />
    <p class="small quiet source pt-1.5 pb-0.5">
      <b>Source</b> {{ told.source }}{{ told.recalled ? said.RECALLED_NOT_YET_CHECKED : '' }}.
    </p>
    <details v-if="sources" class="small quiet">
      <summary>{{ texts.WHERE_THE_CAUTIONS_COME }}</summary>
      {{ texts.recalledNotYetChecked(sources) }}
    </details>
    <p class="small quiet">
      {{ said.NOT_VETERINARY_ADVICE_ORNAMENTAL }}
    </p>
    <Button type="button" severity="secondary" label="Print" class="mt-2 print:hidden" @click="print" />
  </article>
</template>

<style scoped>
header {
  display: flex;
  justify-content: space-between;
  gap: 16px;
  border-bottom: 1px solid var(--ink);
  padding-bottom: 6px;
}
.held {
  border: 2px solid var(--tannin);
  padding: 10px 12px;
  margin: 12px 0;
  font-weight: 600;
}
.big.two {
  font-size: var(--figure-large);
  line-height: 62px;
}
.big :deep(.unit) {
  font-size: var(--figure-mid);
  letter-spacing: 0;
}
.stock {
  border-left: 3px solid var(--water);
  padding: 2px 0 2px 10px;
  margin: 6px 0;
}
.tools li {
  display: grid;
  padding: 4px 8px 5px;
}
.tools .best {
  background: var(--ink);
  color: var(--paper);
}
.tools .no {
  color: var(--ink2);
}
.steps li {
  padding: 3px 0;
}
summary {
  cursor: pointer;
  font-weight: 650;
  min-height: 32px;
  line-height: 32px;
}
@media (max-width: 759px) {
  header {
    flex-direction: column;
    gap: 2px;
  }
}
</style>
