<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import LevelMark from './LevelMark.vue'

/** Never, care and know, a column each; what a level does not have is not drawn. */
const props = defineProps<{ cautions: Schemas['CautionOut'][] }>()
const LEVELS = ['never', 'care', 'know'] as const
const columns = computed(() =>
  LEVELS.map((level) => ({ level, lines: props.cautions.filter((c) => c.level === level) })).filter(
    (c) => c.lines.length,
  ),
)
</script>

<template>
  <section v-if="columns.length" class="cautions">
    <div v-for="c in columns" :key="c.level">
      <h2 :class="c.level"><LevelMark :level="c.level" />{{ c.level }}</h2>
      <ul>
        <li v-for="l in c.lines" :key="l.text" class="small" :title="l.source">{{ l.text }}</li>
      </ul>
    </div>
  </section>
</template>

<style scoped>
.cautions {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(150px, 1fr));
  gap: 8px 20px;
  padding: 10px 0;
  border-bottom: 1px solid var(--ink);
}
h2 {
  display: flex;
  gap: 8px;
  align-items: center;
  font-size: 14px;
  text-transform: capitalize;
  padding-bottom: 4px;
}
h2.never {
  color: var(--brick);
}
h2.care {
  color: var(--tannin);
}
h2.know {
  color: var(--water);
}
.cautions li {
  padding: 3px 0;
}
</style>
