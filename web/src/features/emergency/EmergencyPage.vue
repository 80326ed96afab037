<script setup lang="ts">
import { computed } from 'vue'
import { RouterLink, useRoute, useRouter } from 'vue-router'
import PageHead from '@/shared/PageHead.vue'
import ProblemNote from '@/shared/ProblemNote.vue'
import { useEmergencies } from '@/shared/queries'
import * as texts from './words'

/** What to do first when something fails, in large type, and which tank comes first. */
const route = useRoute()
const router = useRouter()
const { data, error } = useEmergencies()
const kind = computed(() => String(route.query['what'] ?? 'power_cut'))
const chosen = computed(() => data.value?.kinds.find((k) => k.id === kind.value) ?? data.value?.kinds[0])
const print = () => window.print()
</script>

<template>
  <PageHead :title="chosen?.name ?? texts.SOMETHING_HAS_FAILED" :sentence="chosen?.sentence" />
  <ProblemNote :problem="error" />
  <template v-if="data && chosen">
    <SelectButton
      :model-value="chosen.id"
      :options="data.kinds"
      option-label="name"
      option-value="id"
      :allow-empty="false"
      :aria-label="texts.WHAT_HAS_FAILED"
      class="mb-4 print:hidden"
      @update:model-value="router.replace({ query: { what: $event } })"
    />
    <div class="grid grid-cols-[minmax(0,1fr)_288px] gap-8 items-start mb-6 narrow:grid-cols-[minmax(0,1fr)]">
      <ol class="steps" data-testid="first-steps">
        <li
          v-for="(s, i) in chosen.steps"
          :key="s.text"
          class="grid grid-cols-[36px_1fr] py-2.5 line-b-rule text-20 leading-6.5 max-w-180"
        >
          <span class="fig number font-700">{{ i + 1 }}</span>
          <span>{{ s.text }}</span>
        </li>
      </ol>
      <section v-if="data.first.length" :aria-label="texts.WHICH_TANK_FIRST" data-testid="which-first">
        <h2 class="block-head">{{ texts.WHICH_TANK_FIRST }}</h2>
        <ol class="rows">
          <li v-for="t in data.first" :key="t.uid" class="grid py-1.75">
            <RouterLink :to="{ name: 'tank', params: { tank: t.uid } }"
              ><b>{{ t.name }}</b></RouterLink
            >
            <span class="small quiet">{{ t.fish }}</span>
          </li>
        </ol>
        <p class="small quiet">
          {{ texts.BY_HOW_MUCH_FISH }}
        </p>
      </section>
    </div>
    <h2 class="block-head">{{ texts.ONCE_IT_IS_OVER }}</h2>
    <ul class="then max-w-180">
      <li v-for="s in chosen.then" :key="s.text" class="py-1.5">{{ s.text }}</li>
    </ul>
    <p class="small quiet">{{ texts.COMMON_PRACTICE_FROM_MEMORY }}</p>
    <p class="print:hidden"><Button label="Print it" severity="secondary" @click="print" /></p>
  </template>
</template>
