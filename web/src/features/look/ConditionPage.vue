<script setup lang="ts">
import { computed } from 'vue'
import { RouterLink, useRoute } from 'vue-router'
import type { Schemas } from '@/api/client'
import LinkButton from '@/shared/LinkButton.vue'
import PageHead from '@/shared/PageHead.vue'
import ProblemNote from '@/shared/ProblemNote.vue'
import SourcedLine from '@/shared/SourcedLine.vue'
import { useCondition } from './queries'
import * as texts from './words'

const props = defineProps<{ condition: string }>()
const route = useRoute()
const { data, error } = useCondition(() => props.condition)
const group = computed(() => (typeof route.query['group'] === 'string' ? route.query['group'] : ''))
const PACE: Record<Schemas['ConditionOut']['urgency'], string> = {
  hours: 'Hours count.',
  days: 'Days count.',
  weeks: texts.TAKES_WEEKS,
  none: '',
}
const reported = computed(() => data.value?.notifiable === 'most places')
</script>

<template>
  <PageHead
    :title="data?.short_name ?? 'Condition'"
    :sentence="data ? `${data.name}, ${data.kind}. ${PACE[data.urgency]}` : ''"
  />
  <ProblemNote :problem="error" />
  <div
    v-if="data"
    class="grid grid-cols-[minmax(0,720px)_minmax(0,1fr)] gap-y-2 gap-x-10 items-start narrow:grid-cols-[1fr]"
  >
    <article>
      <p v-if="reported" class="banner brick" role="note">
        Notifiable in most places: it is reported to a vet or the authority, not treated. No fish, water or
        gear leaves.
      </p>
      <p v-else-if="data.notifiable" class="banner tannin" role="note">
        Notifiable in {{ data.notifiable }}: ask a vet what your law wants before you do anything.
      </p>
      <p v-if="data.harms_keeper === 'known'" class="banner tannin" role="note">
        It can infect you through cuts: gloves, no siphoning by mouth, wash your hands, and tell a doctor
        “fish tank” if a sore does not heal.
      </p>
      <SourcedLine title="What it is" :said="data.summary" />
      <SourcedLine title="How it goes" :said="data.course" />
      <SourcedLine v-if="data.life_cycle" title="Life cycle" :said="data.life_cycle" />
      <SourcedLine title="Catching?" :said="data.contagion" />
      <SourcedLine title="What proves it" :said="data.test" />
      <SourcedLine title="First" :said="data.first_actions" />
      <SourcedLine title="Treatment, the schools" :said="data.treatment" />
      <SourcedLine title="Never" :said="data.never" tone="brick" />
      <SourcedLine title="The vet, when" :said="data.vet" tone="tannin" />
      <SourcedLine title="For you" :said="data.zoonotic" />
      <SourcedLine v-if="data.progress" title="What to expect" :said="data.progress" />
      <SourcedLine
        v-for="(l, i) in data.lookalikes"
        :key="l.text"
        :title="i ? '' : 'Taken for it'"
        :said="l"
      />
    </article>
    <aside>
      <div class="block-head mt-3.5 first:mt-0"><h2 class="text-14">How often each sign is seen</h2></div>
      <dl class="signs">
        <template v-for="s in data.signs" :key="s.step">
          <dt class="font-650 text-12 pt-1">{{ s.step }}</dt>
          <dd class="text-13 leading-4.5">{{ s.signs.join('; ') }}</dd>
        </template>
      </dl>
      <p class="small quiet">
        Expert guesses, not counts. A sign that is not listed is as likely as in any sick fish.
      </p>
      <template v-if="data.mixed_up_with.length">
        <div class="block-head mt-3.5 first:mt-0"><h2 class="text-14">Side by side with</h2></div>
        <ul class="others">
          <li v-for="m in data.mixed_up_with" :key="m.id" class="min-h-7">
            <RouterLink :to="{ name: 'compare', params: { condition: data.id, other: m.id } }">{{
              m.short_name
            }}</RouterLink>
          </li>
        </ul>
      </template>
      <div class="block-head mt-3.5 first:mt-0"><h2 class="text-14">Where this comes from</h2></div>
      <ul class="small">
        <li v-for="s in data.sources" :key="s" class="py-0.5">{{ s }}</li>
      </ul>
      <p class="small quiet">Written from memory; nobody has reopened the pages yet.</p>
    </aside>
    <div v-if="group" class="presses">
      <LinkButton
        v-if="data.protocols.length"
        main
        :to="{ name: 'course-for', params: { group }, query: { condition: data.id } }"
        label="Choose a course for it"
      />
      <RouterLink :to="{ name: 'look-at', params: { group } }">Back to the look</RouterLink>
      <p v-if="!data.protocols.length && !reported" class="quiet">
        No medicine for this: what is said under “First” is the cure.
      </p>
    </div>
    <div v-else class="presses"><RouterLink :to="{ name: 'conditions' }">All conditions</RouterLink></div>
  </div>
</template>

<style scoped>
.banner {
  border: 2px solid currentcolor;
  font-weight: 650;
  padding: 8px 12px;
  margin-bottom: 10px;
}
.presses {
  grid-column: 1 / -1;
  display: flex;
  flex-wrap: wrap;
  gap: 8px 20px;
  align-items: center;
  padding: 16px 0 8px;
}
@media print {
  .presses {
    display: none;
  }
}
</style>
