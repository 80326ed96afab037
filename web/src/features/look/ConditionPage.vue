<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'
import { RouterLink, useRoute } from 'vue-router'
import { answer, api } from '@/api/client'
import PageHead from '@/shared/PageHead.vue'
import ProblemNote from '@/shared/ProblemNote.vue'
import SourcedLine from '@/shared/SourcedLine.vue'
import LinkButton from '@/shared/LinkButton.vue'

const props = defineProps<{ condition: string }>()
const route = useRoute()
const { data, error } = useQuery({
  queryKey: ['condition', () => props.condition],
  queryFn: () =>
    answer(
      api.GET('/api/reference/conditions/{condition_id}', {
        params: { path: { condition_id: props.condition } },
      }),
    ),
})
const group = computed(() => (typeof route.query['group'] === 'string' ? route.query['group'] : ''))
const PACE: Record<string, string> = {
  hours: 'Hours count.',
  days: 'Days count.',
  weeks: 'It takes weeks.',
  none: '',
}
</script>

<template>
  <PageHead
    :title="data?.short_name ?? 'Condition'"
    :sentence="data ? `${data.name}, ${data.kind}. ${PACE[data.urgency]}` : ''"
  />
  <ProblemNote :problem="error" />
  <article v-if="data" class="condition">
    <SourcedLine title="What it is" :said="data.summary" />
    <SourcedLine title="How it goes" :said="data.course" />
    <SourcedLine title="First" :said="data.first_actions" />
    <SourcedLine title="Treatment, the schools" :said="data.treatment" />
    <SourcedLine title="Never" :said="data.never" tone="brick" />
    <SourcedLine title="The vet, when" :said="data.vet" tone="tannin" />
    <SourcedLine title="For you" :said="data.zoonotic" />
    <SourcedLine v-for="(l, i) in data.lookalikes" :key="l.text" :title="i ? '' : 'Taken for it'" :said="l" />
    <template v-if="group">
      <div class="presses">
        <LinkButton
          v-if="data.protocols.length"
          main
          :to="{ name: 'course-for', params: { group }, query: { condition: data.id } }"
          label="Choose a course for it"
        />
        <RouterLink :to="{ name: 'look-at', params: { group } }">Back to the look</RouterLink>
      </div>
      <p v-if="!data.protocols.length" class="quiet">
        No medicine for this: mend the water, and the fish mend.
      </p>
    </template>
  </article>
</template>

<style scoped>
.condition {
  max-width: 900px;
}
.presses {
  display: flex;
  gap: 20px;
  align-items: center;
  padding: 20px 0 8px;
}
</style>
