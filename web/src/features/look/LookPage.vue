<script setup lang="ts">
import { keepPreviousData, useQuery } from '@tanstack/vue-query'
import { computed, onBeforeUnmount, ref, watch } from 'vue'
import { RouterLink, useRouter } from 'vue-router'
import { answer, api, type Problem } from '@/api/client'
import PageHead from '@/shared/PageHead.vue'
import ProblemNote from '@/shared/ProblemNote.vue'
import SignMark from '@/shared/SignMark.vue'
import { useSession } from '@/shared/session'
import { useWrite } from '@/shared/useWrite'
import FishPlan from './FishPlan.vue'
import GateBar from './GateBar.vue'
import { answerOf, type Signs } from './marks'
import NextLook from './NextLook.vue'
import RankList from './RankList.vue'
import SignTable from './SignTable.vue'

const props = defineProps<{ group: string }>()
const session = useSession()
const router = useRouter()
const path = computed(() => ({ ...session.inRoom(), group_id: props.group }))
const board = useQuery({
  queryKey: ['look', () => props.group],
  queryFn: () =>
    answer(api.GET('/api/rooms/{room_id}/groups/{group_id}/look', { params: { path: path.value } })),
})
const signs = ref<Signs>({})
const typed = ref({ temperature: '', ph: '', ammonia: '', nitrite: '' })
const note = ref('')
const picked = ref('back_flank')
const asked = ref('')
const region = computed(() => board.data.value?.regions.find((r) => r.id === picked.value) ?? null)

// the server weighs a moment after the last mark or key
const settled = ref({ signs: {} as Signs, ...typed.value })
let timer: ReturnType<typeof setTimeout> | undefined
watch(
  [signs, typed],
  () => {
    clearTimeout(timer)
    timer = setTimeout(() => (settled.value = { signs: { ...signs.value }, ...typed.value }), 120)
  },
  { deep: true },
)
onBeforeUnmount(() => clearTimeout(timer))
const weigh = useQuery({
  queryKey: ['weigh', () => props.group, settled],
  queryFn: () =>
    answer(
      api.POST('/api/rooms/{room_id}/groups/{group_id}/weigh', {
        params: { path: path.value },
        body: settled.value,
      }),
    ),
  placeholderData: keepPreviousData,
  retry: false,
})
const weighed = computed(() => weigh.data.value ?? null)
const next = computed(() => weighed.value?.next_looks[0] ?? null)
const write = useWrite((write_id) =>
  answer(
    api.POST('/api/rooms/{room_id}/groups/{group_id}/looks', {
      params: { path: path.value },
      body: { write_id, signs: signs.value, ...typed.value, note: note.value },
    }),
  ),
)
watch([signs, typed], () => write.forget(), { deep: true })
const problem = computed(() => write.problem.value ?? (weigh.error.value as Problem | null))
const best = computed(() => weighed.value?.ranked[0] ?? null)
const all = computed(() =>
  (board.data.value?.regions ?? []).flatMap((r) => r.signs).filter((s) => !s.reading),
)
const lookedAt = computed(() => Object.keys(signs.value).length)

function tell(seen: boolean) {
  if (next.value) signs.value = { ...signs.value, [next.value.sign]: seen }
}
function show() {
  if (!next.value) return
  picked.value = next.value.region
  asked.value = next.value.sign
}
async function keep(then: 'case' | 'treat') {
  const done = await write.run()
  if (!done) return
  if (then === 'treat')
    await router.push({
      name: 'course-for',
      params: { group: props.group },
      query: best.value ? { condition: best.value.condition } : {},
    })
  else if (done.case) await router.push({ name: 'case', params: { case: done.case } })
  else await router.push({ name: 'today' })
}
</script>

<template>
  <PageHead
    :title="board.data.value?.tank_name ?? 'Look'"
    :sentence="
      board.data.value
        ? `${board.data.value.fish}, ${board.data.value.day_words}. ${weighed?.verdict ?? ''}`
        : ''
    "
  />
  <ProblemNote :problem="board.error.value" />
  <template v-if="board.data.value">
    <GateBar
      v-model:typed="typed"
      :gate="weighed?.gate ?? null"
      :read-words="board.data.value.gate_read_words"
      :problem="problem"
    />
    <p v-if="weighed?.gate.state === 'shut'" class="shut" role="status">
      {{ weighed.gate.words }} A fish that is still being harmed is treated in vain.
    </p>
    <div class="look">
      <div class="eyes">
        <FishPlan v-model:picked="picked" :regions="board.data.value.regions" :signs="signs" />
        <SignTable v-if="region" v-model:signs="signs" :region="region" :asked="asked" />
        <p class="tally" :aria-label="`${lookedAt} of ${all.length} signs looked at`">
          <span class="small"
            ><b class="fig">{{ lookedAt }}</b> of <span class="fig">{{ all.length }}</span> looked at</span
          >
          <span class="small quiet">what nobody looked for counts neither way</span>
          <span class="marks" aria-hidden="true"
            ><SignMark v-for="s in all" :key="s.id" :state="answerOf(signs, s.id)" :size="12"
          /></span>
        </p>
        <p v-if="board.data.value.last" class="small quiet last">
          Last look {{ board.data.value.last.at_words }}, {{ board.data.value.last.by }}:
          {{ board.data.value.last.verdict }}
        </p>
      </div>
      <div v-if="weighed" class="mind">
        <RankList :weighed="weighed" :group="group" />
        <div class="pair">
          <NextLook v-if="next" :next="next" @answer="tell" @show="show" />
          <section
            v-if="weighed.looked_at > 0 || weighed.gate.state === 'shut'"
            class="safe"
            aria-label="Safe meanwhile"
            data-testid="meanwhile"
          >
            <h2>Safe meanwhile</h2>
            <p class="small quiet">right for every line above</p>
            <ul class="rows">
              <li v-for="a in weighed.meanwhile" :key="a.id">{{ a.text }}</li>
            </ul>
            <template v-if="weighed.not_now.length">
              <h3 class="brick">Not now</h3>
              <p v-for="a in weighed.not_now" :key="a.id" class="small">
                <b>{{ a.text }}</b>: {{ a.why }}.
              </p>
            </template>
          </section>
        </div>
        <div class="keep">
          <label for="look-note" class="small quiet">Note</label>
          <InputText id="look-note" v-model="note" maxlength="500" class="note" />
          <ProblemNote :problem="write.problem.value" :fields="['temperature', 'ph', 'ammonia', 'nitrite']" />
          <div class="presses">
            <Button
              label="Keep this look"
              :loading="write.busy.value"
              data-testid="save-look"
              @click="keep('case')"
            />
            <Button
              severity="secondary"
              label="Keep it and choose a course"
              :disabled="write.busy.value"
              data-testid="save-look-treat"
              @click="keep('treat')"
            />
            <RouterLink
              v-if="board.data.value.case"
              :to="{ name: 'case', params: { case: board.data.value.case } }"
              >Case so far</RouterLink
            >
          </div>
        </div>
      </div>
    </div>
  </template>
</template>

<style scoped>
.look {
  display: grid;
  grid-template-columns: minmax(0, 580fr) minmax(0, 520fr);
  gap: 24px;
  align-items: start;
}
.eyes > * + * {
  margin-top: 12px;
}
.shut {
  border: 2px solid var(--brick);
  color: var(--brick);
  font-weight: 650;
  padding: 8px 12px;
  margin-bottom: 12px;
}
.pair {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 16px;
  margin-top: 16px;
  align-items: start;
}
.safe {
  border: 3px double var(--ink);
  padding: 3px 11px 10px;
}
.safe h2 {
  font-size: 15px;
  line-height: 22px;
}
.safe h3 {
  font-size: 13.5px;
  padding-top: 8px;
}
.safe ul {
  border-top: 1px solid var(--ink);
  margin-top: 4px;
}
.safe li {
  font-size: 13px;
  padding: 7px 0;
  line-height: 17px;
}
.tally {
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  gap: 4px 12px;
}
.marks {
  display: flex;
  flex-wrap: wrap;
  gap: 3px;
  width: 100%;
}
.keep {
  margin-top: 16px;
  border-top: 2px solid var(--ink);
  padding-top: 8px;
}
.note {
  width: 100%;
}
.presses {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  align-items: center;
  margin-top: 10px;
}
.presses :deep(.p-button) {
  min-height: 44px;
}
@media (max-width: 999px) {
  .look {
    grid-template-columns: minmax(0, 1fr);
  }
}
@media (max-width: 759px) {
  .pair {
    grid-template-columns: 1fr;
  }
  .presses :deep(.p-button) {
    min-height: 56px;
    width: 100%;
  }
}
</style>
