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
  <section
    v-if="columns.length"
    class="cautions grid grid-cols-[repeat(auto-fit,minmax(150px,1fr))] gap-y-2 gap-x-5 py-2.5 line-b-ink"
  >
    <div v-for="c in columns" :key="c.level">
      <h2 class="flex gap-2 items-center text-14 capitalize pb-1" :class="c.level">
        <LevelMark :level="c.level" />{{ c.level }}
      </h2>
      <ul>
        <li v-for="l in c.lines" :key="l.text" class="small py-0.75" :title="l.source">{{ l.text }}</li>
      </ul>
    </div>
  </section>
</template>

<style scoped>
h2.never {
  color: var(--brick);
}
h2.care {
  color: var(--tannin);
}
h2.know {
  color: var(--water);
}
</style>
