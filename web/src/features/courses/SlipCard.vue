<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import { capital } from '@/shared/capital'
import CautionColumns from '@/shared/CautionColumns.vue'
import FigureText from '@/shared/FigureText.vue'
import SlipRuler from '@/shared/SlipRuler.vue'
import ToolDrawing from '@/shared/ToolDrawing.vue'
import WhyLines from '@/shared/WhyLines.vue'

/** The slip: what to take and with which tool, what it gives, what it must not meet, why, and from where. */
const props = defineProps<{ slip: Schemas['SlipOut']; tank: string; fish: string }>()
const cautionSources = computed(() => [...new Set(props.slip.cautions.map((c) => c.source))].join('; '))
const first = computed(() => props.slip.lines.length > 1)
const VERDICTS: Record<string, string> = { 'fits best': 'leaf', fits: 'quiet', rough: 'tannin' }
</script>

<template>
  <article class="slip" data-testid="slip">
    <header>
      <p>
        <b>{{ tank }}</b>, {{ fish }}
      </p>
      <p class="small quiet">
        {{ slip.water.figure }} {{ slip.water.unit }} net, give or take {{ slip.water_uncertainty.figure }}
      </p>
      <p v-if="slip.where_words" class="small">{{ capital(slip.where_words) }}.</p>
    </header>
    <section
      v-for="line in slip.lines"
      :key="line.name"
      class="line"
      :data-testid="`slip-${line.short_name}`"
    >
      <div class="what">
        <p class="big" :class="{ two: first }">
          <FigureText :figure="line.big.figure" :unit="line.big.unit" />
        </p>
        <div>
          <p class="name">{{ line.name }}</p>
          <p v-if="line.whole_words" class="small quiet">{{ line.whole_words }}</p>
          <p v-if="line.tools[0]?.usable" class="small">
            {{ line.tools[0].name }}: <b>{{ line.tools[0].words }}</b>
          </p>
        </div>
      </div>
      <ToolDrawing v-if="line.tools[0]?.usable" :tool="line.tools[0]" :colour="line.colour" />
      <ul class="tools">
        <li v-for="t in line.tools" :key="t.name" :class="{ best: t.verdict === 'fits best', no: !t.usable }">
          <span class="small">{{ t.name }}</span>
          <b class="fig">{{ t.usable ? t.words : '–' }}</b>
          <span class="small" :class="VERDICTS[t.verdict] ?? 'brick'">{{ t.verdict }}</span>
        </li>
      </ul>
      <template v-if="line.ruler && line.reaches">
        <p class="reach">
          <span
            >{{ line.share_words }} <b class="fig">{{ line.reaches.figure }}</b> {{ line.reaches.unit }}</span
          >
          <span class="fig small quiet"
            >{{ line.reaches_low?.figure }} to {{ line.reaches_high?.figure }}</span
          >
        </p>
        <SlipRuler :ruler="line.ruler" :unit="line.reaches.unit" />
      </template>
      <p v-else class="small tannin">By its label: what level it reaches is not known here.</p>
      <WhyLines :trace="line.trace" />
      <p class="small quiet source">
        <b>Source</b> {{ line.source }}{{ line.recalled ? ', recalled, not yet checked' : '' }}. Rule
        {{ slip.version }}.
      </p>
    </section>
    <CautionColumns :cautions="slip.cautions" />
    <p v-if="cautionSources" class="small quiet source"><b>Cautions from</b> {{ cautionSources }}.</p>
    <p class="small quiet end">
      Not veterinary advice. Ornamental fish only. The label, the law and your vet come first.
    </p>
  </article>
</template>

<style scoped>
.slip {
  background: var(--plate);
  border: 1px solid var(--ink);
  border-top: 0;
  padding: 18px 24px 14px;
  position: relative;
  /* a torn upper edge, as a slip from a block */
  background-image: radial-gradient(
    circle at 6px -2px,
    var(--paper) 5.5px,
    var(--ink) 5.6px,
    var(--ink) 6.6px,
    transparent 6.7px
  );
  background-size: 14px 12px;
  background-repeat: repeat-x;
}
header {
  display: flex;
  justify-content: space-between;
  gap: 16px;
  border-bottom: 1px solid var(--ink);
  padding-bottom: 8px;
}
.line {
  border-bottom: 1px solid var(--ink);
  padding: 4px 0 8px;
}
.what {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 24px;
  align-items: center;
}
.big {
  font-size: 88px;
  line-height: 96px;
  font-weight: 700;
  letter-spacing: -0.03em;
}
.big.two {
  font-size: 56px;
  line-height: 66px;
}
.big :deep(.unit) {
  font-size: 32px;
  letter-spacing: 0;
}
.big.two :deep(.unit) {
  font-size: 24px;
}
.name {
  font-size: 16px;
  font-weight: 700;
}
.tools {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(104px, 1fr));
  border: 1px solid var(--rule2);
  border-radius: 4px;
  overflow: hidden;
  margin: 6px 0 10px;
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
.reach {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
  font-size: 15px;
}
p.source {
  padding-top: 6px;
}
.end {
  padding-top: 8px;
}
@media (max-width: 759px) {
  .slip {
    padding: 16px 14px;
  }
  .big {
    font-size: 72px;
    line-height: 80px;
  }
  header {
    flex-direction: column;
    gap: 2px;
  }
}
</style>
