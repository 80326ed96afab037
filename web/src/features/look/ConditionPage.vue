<script setup lang="ts">
import { computed } from 'vue'
import { RouterLink, useRoute } from 'vue-router'
import type { Schemas } from '@/api/client'
import LinkButton from '@/shared/LinkButton.vue'
import PageHead from '@/shared/PageHead.vue'
import ProblemNote from '@/shared/ProblemNote.vue'
import SourcedLine from '@/shared/SourcedLine.vue'
import { useCondition } from './queries'
import * as said from '@/shared/words'
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
        {{ texts.NOTIFIABLE_IN_MOST_PLACES }}
      </p>
      <p v-else-if="data.notifiable" class="banner tannin" role="note">
        {{ texts.notifiableInAskA(data.notifiable) }}
      </p>
      <p v-if="data.harms_keeper === 'known'" class="banner tannin" role="note">
        {{ texts.IT_CAN_INFECT_YOU }}
      </p>
      <SourcedLine :title="said.WHAT_IT_IS" :said="data.summary" />
      <SourcedLine :title="texts.HOW_IT_GOES" :said="data.course" />
      <SourcedLine v-if="data.life_cycle" title="Life cycle" :said="data.life_cycle" />
      <SourcedLine title="Catching?" :said="data.contagion" />
      <SourcedLine :title="texts.WHAT_PROVES_IT" :said="data.test" />
      <SourcedLine title="First" :said="data.first_actions" />
      <SourcedLine :title="texts.TREATMENT_THE_SCHOOLS" :said="data.treatment" />
      <SourcedLine title="Never" :said="data.never" tone="brick" />
      <SourcedLine :title="texts.THE_VET_WHEN" :said="data.vet" tone="tannin" />
      <SourcedLine title="For you" :said="data.zoonotic" />
      <SourcedLine v-if="data.progress" :title="texts.WHAT_TO_EXPECT" :said="data.progress" />
      <SourcedLine
        v-for="(l, i) in data.lookalikes"
        :key="l.text"
        :title="i ? '' : texts.TAKEN_FOR_IT"
        :said="l"
      />
    </article>
    <aside>
      <div class="block-head mt-3.5 first:mt-0">
        <h2 class="text-14">{{ texts.HOW_OFTEN_EACH_SIGN }}</h2>
      </div>
      <dl class="signs">
        <template v-for="s in data.signs" :key="s.step">
          <dt class="font-650 text-12 pt-1">{{ s.step }}</dt>
          <dd class="text-13 leading-4.5">{{ s.signs.join('; ') }}</dd>
        </template>
      </dl>
      <p class="small quiet">
        {{ texts.EXPERT_GUESSES_NOT_COUNTS }}
      </p>
      <template v-if="data.mixed_up_with.length">
        <div class="block-head mt-3.5 first:mt-0">
          <h2 class="text-14">{{ texts.SIDE_BY_SIDE_WITH }}</h2>
        </div>
        <ul class="others">
          <li v-for="m in data.mixed_up_with" :key="m.id" class="min-h-7">
            <RouterLink :to="{ name: 'compare', params: { condition: data.id, other: m.id } }">{{
              m.short_name
            }}</RouterLink>
          </li>
        </ul>
      </template>
      <div class="block-head mt-3.5 first:mt-0">
        <h2 class="text-14">{{ texts.WHERE_THIS_COMES_FROM }}</h2>
      </div>
      <ul class="small">
        <li v-for="s in data.sources" :key="s" class="py-0.5">{{ s }}</li>
      </ul>
      <p class="small quiet">{{ texts.WRITTEN_FROM_MEMORY_NOBODY }}</p>
    </aside>
    <div v-if="group" class="presses">
      <LinkButton
        v-if="data.protocols.length"
        main
        :to="{ name: 'course-for', params: { group }, query: { condition: data.id } }"
        :label="texts.CHOOSE_A_COURSE_FOR"
      />
      <RouterLink :to="{ name: 'look-at', params: { group } }">{{ texts.BACK_TO_THE_LOOK }}</RouterLink>
      <p v-if="!data.protocols.length && !reported" class="quiet">
        {{ texts.NO_MEDICINE_FOR_THIS }}
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
