<script setup lang="ts">
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
import { useGroups, useTanks } from '@/shared/queries'
import { useRelease } from './queries'
import * as said from '@/shared/words'
import * as texts from './words'

/** Whether fish may leave quarantine: every line of the gate, what is missing and from when, then how they are brought over. */
const props = defineProps<{ group: string }>()
const session = useSession()
const days = ref(30)
const to = ref<string | null>(null)
const box = ref('')
const holds = ref('')
const DAYS = [14, 21, 30, 45].map((n) => ({ value: n, label: `${n} days` }))
const groups = useGroups()
const tanks = useTanks()
const here = computed(() => groups.data.value?.find((g) => g.uid === props.group) ?? null)
const others = computed(() =>
  (tanks.data.value ?? []).filter((t) => t.uid !== here.value?.tank && !t.put_away),
)
const gate = useRelease(
  () => props.group,
  () => ({ days: days.value, to: to.value, box: box.value, holds: holds.value }),
)
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
  <div class="flex flex-wrap gap-3 mb-4">
    <SelectButton
      v-model="days"
      :options="DAYS"
      option-label="label"
      option-value="value"
      :allow-empty="false"
      :aria-label="texts.DAYS_OF_WATCHING"
    />
    <Select
      v-model="to"
      :options="others"
      option-label="name"
      option-value="uid"
      show-clear
      :placeholder="texts.INTO_WHICH_TANK"
      :aria-label="texts.INTO_WHICH_TANK_ASKED"
      data-testid="release-to"
    />
  </div>
  <template v-if="gate.data.value">
    <ul class="rows gate max-w-190" data-testid="gate">
      <li
        v-for="c in gate.data.value.checks"
        :key="c.name"
        class="check grid grid-cols-[28px_190px_minmax(0,1fr)_auto] gap-y-1 gap-x-3 items-center min-h-12 phone:grid-cols-[28px_minmax(0,1fr)] phone:py-2 phone:px-0"
        :data-testid="`check-${c.state}`"
      >
        <SignMark :state="MARK[c.state]" />
        <b
          >{{ c.name }}<span class="unseen">, {{ WORDS[c.state] }}</span></b
        >
        <span>{{ c.words }}</span>
        <span class="small tannin">{{ c.ready_words }}</span>
      </li>
    </ul>
    <div class="flex flex-wrap gap-2.5 mt-4 mb-7">
      <LinkButton :to="{ name: 'look-at', params: { group } }" :label="texts.LOOK_ONCE_MORE" />
      <LinkButton
        v-if="here"
        :main="gate.data.value.open"
        :to="{ name: 'tank', params: { tank: here.tank }, query: { move: group, ...(to ? { to } : {}) } }"
        :label="gate.data.value.open ? texts.MOVE_THEM_OVER : texts.MOVE_THEM_ALL_THE"
      />
    </div>
    <section v-if="gate.data.value.companions.length" :aria-label="texts.WHO_LIVES_THERE" class="mb-6">
      <h2 class="block-head">{{ texts.WHO_LIVES_THERE }}</h2>
      <ul data-testid="companions">
        <li v-for="w in gate.data.value.companions" :key="w" class="tannin py-1">{{ w }}</li>
      </ul>
    </section>
    <section :aria-label="texts.BRINGING_THEM_OVER" class="max-w-190">
      <h2 class="block-head">{{ texts.BRINGING_THEM_OVER }}</h2>
      <TextField
        v-model="box"
        figure
        :label="texts.WATER_IN_THE_BOX"
        field="box"
        :problem="gate.error.value"
        placeholder="5 L"
        :hint="texts.THEIRS_WITH_THEM_IN"
        data-testid="release-box"
      />
      <TextField
        v-model="holds"
        figure
        :label="texts.THE_BOX_HOLDS"
        field="holds"
        :problem="gate.error.value"
        placeholder="40 L"
        :hint="texts.TO_ITS_BRIM_IF"
        data-testid="release-holds"
      />
      <ol class="plan list-decimal pl-5.5 pt-2 max-w-[68ch] grid gap-1.5">
        <li v-for="d in [...gate.data.value.drip, ...gate.data.value.plan]" :key="d">{{ d }}</li>
      </ol>
    </section>
    <section aria-label="Feeding afterwards" class="feeding mt-7 max-w-190">
      <h2 class="block-head">Feeding afterwards</h2>
      <ul class="rows">
        <li
          v-for="f in gate.data.value.feeding"
          :key="f.days_words"
          class="grid grid-cols-[110px_150px_minmax(0,1fr)] gap-y-0.5 gap-x-3 py-2 phone:grid-cols-[1fr_1fr]"
        >
          <b>{{ f.days_words }}</b>
          <span>{{ f.feeds_words }}</span>
          <span>{{ f.words }}</span>
        </li>
      </ul>
      <p v-if="to" class="pt-1.5">
        <Button
          v-if="!planned"
          :label="said.PUT_THE_DAYS_AFTER"
          severity="secondary"
          data-testid="plan-release"
          @click="onToday"
        />
        <b v-else role="status">{{ texts.CHASING_SMALL_FEEDS_NITRATE }}</b>
      </p>
      <p class="small quiet pt-1.5">
        {{ texts.WHO_CHASES_WHOM_IS }}
        <RouterLink :to="{ name: 'fish', params: { group } }">{{ texts.THE_BOOK_OF_THESE }}</RouterLink>.
      </p>
    </section>
  </template>
</template>

<style scoped>
@media (max-width: 759px) {
  .feeding li > :nth-child(3) {
    grid-column: 1 / -1;
  }
  .check > :nth-child(n + 3) {
    grid-column: 2;
  }
}
</style>
