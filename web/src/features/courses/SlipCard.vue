<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import { capital } from '@/shared/capital'
import CautionColumns from '@/shared/CautionColumns.vue'
import FigureText from '@/shared/FigureText.vue'
import SlipRuler from '@/shared/SlipRuler.vue'
import ToolDrawing from '@/shared/ToolDrawing.vue'
import WhyLines from '@/shared/WhyLines.vue'
import * as said from '@/shared/words'
import * as texts from './words'

/** The slip: what to take and with which tool, what it gives, what it must not meet, why, and from where. */
const props = defineProps<{ slip: Schemas['SlipOut']; tank: string; fish: string }>()
const cautionSources = computed(() => [...new Set(props.slip.cautions.map((c) => c.source))].join('; '))
const first = computed(() => props.slip.lines.length > 1)
const VERDICTS: Record<Schemas['ToolOut']['verdict'], string> = {
  'fits best': 'leaf',
  fits: 'quiet',
  rough: 'tannin',
  'too coarse': 'brick',
  'too many fills': 'brick',
}
</script>

<template>
  <article
    class="slip bg-plate line-t-none line-ink px-6 pt-4.5 pb-3.5 relative [background-image:radial-gradient(_circle_at_6px_-2px,var(--paper)_5.5px,var(--ink)_5.6px,var(--ink)_6.6px,transparent_6.7px_)] [background-size:14px_12px] [background-repeat:repeat-x] phone:py-4 phone:px-3.5"
    data-testid="slip"
  >
    <header>
      <p>
        <b>{{ tank }}</b>, {{ fish }}
      </p>
      <p class="small quiet">
        {{ texts.netGiveOrTake(slip.water.figure, slip.water.unit, slip.water_uncertainty.figure) }}
      </p>
      <p v-if="slip.where_words" class="small">{{ capital(slip.where_words) }}.</p>
    </header>
    <section
      v-for="line in slip.lines"
      :key="line.name"
      class="line line-b-ink pt-1 pb-2"
      :data-testid="`slip-${line.short_name}`"
    >
      <div class="what">
        <p
          class="big figure-slip leading-24 font-700 tracking-[-0.03em] phone:leading-20"
          :class="{ two: first }"
        >
          <FigureText :figure="line.big.figure" :unit="line.big.unit" />
        </p>
        <div>
          <p class="name text-16 font-700">{{ line.name }}</p>
          <p v-if="line.whole_words" class="small quiet">{{ line.whole_words }}</p>
          <p v-if="line.tools[0]?.usable" class="small">
            {{ line.tools[0].name }}: <b>{{ line.tools[0].words }}</b>
          </p>
        </div>
      </div>
      <ToolDrawing v-if="line.tools[0]?.usable" :tool="line.tools[0]" :colour="line.colour" />
      <ul
        class="tools grid grid-cols-[repeat(auto-fit,minmax(104px,1fr))] line-rule2 rounded overflow-hidden mt-1.5 mb-2.5"
      >
        <li v-for="t in line.tools" :key="t.name" :class="{ best: t.verdict === 'fits best', no: !t.usable }">
          <span class="small">{{ t.name }}</span>
          <b class="fig">{{ t.usable ? t.words : '–' }}</b>
          <span class="small" :class="VERDICTS[t.verdict]">{{ t.verdict }}</span>
        </li>
      </ul>
      <template v-if="line.ruler && line.reaches">
        <p class="reach flex justify-between items-baseline text-15">
          <span
            >{{ line.share_words }} <b class="fig">{{ line.reaches.figure }}</b> {{ line.reaches.unit }}</span
          >
          <span class="fig small quiet"
            >{{ line.reaches_low?.figure }} to {{ line.reaches_high?.figure }}</span
          >
        </p>
        <SlipRuler :ruler="line.ruler" :unit="line.reaches.unit" />
      </template>
      <p v-else class="small tannin">{{ texts.BY_ITS_LABEL_WHAT }}</p>
      <WhyLines :trace="line.trace" />
      <p class="small quiet source pt-1.5">
        <b>Source</b> {{ line.source }}{{ line.recalled ? said.RECALLED_NOT_YET_CHECKED : '' }}. Rule
        {{ slip.version }}.
      </p>
    </section>
    <CautionColumns :cautions="slip.cautions" />
    <p v-if="cautionSources" class="small quiet source pt-1.5"><b>Cautions from</b> {{ cautionSources }}.</p>
    <p class="small quiet pt-2">
      {{ said.NOT_VETERINARY_ADVICE_ORNAMENTAL }}
    </p>
  </article>
</template>

<style scoped>
header {
  display: flex;
  justify-content: space-between;
  gap: 16px;
  border-bottom: 1px solid var(--ink);
  padding-bottom: 8px;
}
.what {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 24px;
  align-items: center;
}
.big.two {
  font-size: var(--figure-large);
  line-height: 66px;
}
.big :deep(.unit) {
  font-size: var(--figure-mid);
  letter-spacing: 0;
}
.big.two :deep(.unit) {
  font-size: 20px;
}
.tools li {
  display: grid;
  padding: 5px 8px 6px;
  border-left: 1px solid var(--rule);
  margin-left: -1px;
  align-content: start;
}
.tools .best {
  background: var(--ink);
  color: var(--paper);
}
.tools .best .small {
  color: var(--paper);
}
.tools .no b {
  color: var(--ink2);
}
@media (max-width: 759px) {
  header {
    flex-direction: column;
    gap: 2px;
  }
}
</style>
