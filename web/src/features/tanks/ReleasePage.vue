<script setup lang="ts">
import { keepPreviousData, useQuery } from '@tanstack/vue-query'
import { computed, ref, watch } from 'vue'
import { RouterLink } from 'vue-router'
import { answer, api } from '@/api/client'
import LinkButton from '@/shared/LinkButton.vue'
import PageHead from '@/shared/PageHead.vue'
import ProblemNote from '@/shared/ProblemNote.vue'
import { useSession } from '@/shared/session'
import SignMark from '@/shared/SignMark.vue'
import TextField from '@/shared/TextField.vue'
import { useWrite } from '@/shared/useWrite'

/** Whether fish may leave quarantine: every line of the gate, what is missing and from when, then how they are brought over. */
const props = defineProps<{ group: string }>()
const session = useSession()
const days = ref(30)
const to = ref<string | null>(null)
const box = ref('')
const holds = ref('')
const DAYS = [14, 21, 30, 45].map((n) => ({ value: n, label: `${n} days` }))
const groups = useQuery({
  queryKey: ['groups', () => session.room?.uid],
  queryFn: () => answer(api.GET('/api/rooms/{room_id}/groups', { params: { path: session.inRoom() } })),
})
const tanks = useQuery({
  queryKey: ['tanks', () => session.room?.uid],
  queryFn: () => answer(api.GET('/api/rooms/{room_id}/tanks', { params: { path: session.inRoom() } })),
})
const here = computed(() => groups.data.value?.find((g) => g.uid === props.group) ?? null)
const others = computed(() =>
  (tanks.data.value ?? []).filter((t) => t.uid !== here.value?.tank && !t.put_away),
)
const gate = useQuery({
  queryKey: ['release', () => props.group, days, to, box, holds],
  queryFn: () =>
    answer(
      api.GET('/api/rooms/{room_id}/groups/{group_id}/release', {
        params: {
          path: { ...session.inRoom(), group_id: props.group },
          query: {
            days: days.value,
            box: box.value,
            holds: holds.value,
            ...(to.value ? { to: to.value } : {}),
          },
        },
      }),
    ),
  placeholderData: keepPreviousData,
})
const planned = ref(false)
const plan = useWrite((write_id) =>
  answer(
    api.POST('/api/rooms/{room_id}/tanks/{tank_id}/plans', {
      params: { path: { ...session.inRoom(), tank_id: to.value ?? '' } },
      body: { write_id, plan: 'release' },
    }),
  ),
)
async function onToday() {
  if (await plan.run()) planned.value = true
}
watch(to, () => (planned.value = false))
const MARK = { yes: 'seen', no: 'absent', unknown: 'unknown' } as const
const WORDS = { yes: 'met', no: 'not met', unknown: 'not known' }
</script>

<template>
  <PageHead
    :title="gate.data.value?.fish ?? 'Release'"
    :sentence="gate.data.value?.words"
    :aside="here?.tank_name"
  />
  <ProblemNote :problem="gate.error.value" :fields="['box', 'holds']" />
  <ProblemNote :problem="plan.problem.value" />
  <div class="asked">
    <SelectButton
      v-model="days"
      :options="DAYS"
      option-label="label"
      option-value="value"
      :allow-empty="false"
      aria-label="Days of watching"
    />
    <Select
      v-model="to"
      :options="others"
      option-label="name"
      option-value="uid"
      show-clear
      placeholder="into which tank"
      aria-label="Into which tank"
      data-testid="release-to"
    />
  </div>
  <template v-if="gate.data.value">
    <ul class="rows gate" data-testid="gate">
      <li v-for="c in gate.data.value.checks" :key="c.name" class="check" :data-testid="`check-${c.state}`">
        <SignMark :state="MARK[c.state]" />
        <b
          >{{ c.name }}<span class="unseen">, {{ WORDS[c.state] }}</span></b
        >
        <span>{{ c.words }}</span>
        <span class="small tannin">{{ c.ready_words }}</span>
      </li>
    </ul>
    <div class="do">
      <LinkButton :to="{ name: 'look-at', params: { group } }" label="Look once more" />
      <LinkButton
        v-if="here"
        :main="gate.data.value.open"
        :to="{ name: 'tank', params: { tank: here.tank }, query: { move: group, ...(to ? { to } : {}) } }"
        :label="gate.data.value.open ? 'Move them over' : 'Move them all the same'"
      />
    </div>
    <section v-if="gate.data.value.companions.length" aria-label="Who lives there" class="who">
      <h2 class="block-head">Who lives there</h2>
      <ul data-testid="companions">
        <li v-for="w in gate.data.value.companions" :key="w" class="tannin">{{ w }}</li>
      </ul>
    </section>
    <section aria-label="Bringing them over" class="bringing">
      <h2 class="block-head">Bringing them over</h2>
      <TextField
        v-model="box"
        figure
        label="Water in the box"
        field="box"
        :problem="gate.error.value"
        placeholder="5 L"
        hint="theirs, with them in it"
        data-testid="release-box"
      />
      <TextField
        v-model="holds"
        figure
        label="The box holds"
        field="holds"
        :problem="gate.error.value"
        placeholder="40 L"
        hint="to its brim; if empty, all that is dripped"
        data-testid="release-holds"
      />
      <ol class="plan">
        <li v-for="d in [...gate.data.value.drip, ...gate.data.value.plan]" :key="d">{{ d }}</li>
      </ol>
    </section>
    <section aria-label="Feeding afterwards" class="feeding">
      <h2 class="block-head">Feeding afterwards</h2>
      <ul class="rows">
        <li v-for="f in gate.data.value.feeding" :key="f.days_words">
          <b>{{ f.days_words }}</b>
          <span>{{ f.feeds_words }}</span>
          <span>{{ f.words }}</span>
        </li>
      </ul>
      <p v-if="to" class="also">
        <Button
          v-if="!planned"
          label="Put the days after on Today"
          severity="secondary"
          data-testid="plan-release"
          @click="onToday"
        />
        <b v-else role="status">Chasing, small feeds, nitrate and an extra change stand on Today.</b>
      </p>
      <p class="small quiet also">
        Who chases whom is written down in
        <RouterLink :to="{ name: 'fish', params: { group } }">the book of these fish</RouterLink>.
      </p>
    </section>
  </template>
</template>

<style scoped>
.asked {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  margin-bottom: 16px;
}
.gate,
.bringing {
  max-width: 760px;
}
.check {
  display: grid;
  grid-template-columns: 28px 190px minmax(0, 1fr) auto;
  gap: 4px 12px;
  align-items: center;
  min-height: 48px;
}
.do {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  margin: 16px 0 28px;
}
.who {
  margin-bottom: 24px;
}
.who li {
  padding: 4px 0;
}
.plan {
  list-style: decimal;
  padding: 8px 0 0 22px;
  max-width: 68ch;
  display: grid;
  gap: 6px;
}
.feeding {
  margin-top: 28px;
  max-width: 760px;
}
.feeding li {
  display: grid;
  grid-template-columns: 110px 150px minmax(0, 1fr);
  gap: 2px 12px;
  padding: 8px 0;
}
.also {
  padding-top: 6px;
}
@media (max-width: 759px) {
  .feeding li {
    grid-template-columns: 1fr 1fr;
  }
  .feeding li > :nth-child(3) {
    grid-column: 1 / -1;
  }
  .check {
    grid-template-columns: 28px minmax(0, 1fr);
    padding: 8px 0;
  }
  .check > :nth-child(n + 3) {
    grid-column: 2;
  }
}
</style>
