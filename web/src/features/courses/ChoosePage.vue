<script setup lang="ts">
import { keepPreviousData, useQuery } from '@tanstack/vue-query'
import { computed, onBeforeUnmount, ref, watch } from 'vue'
import { RouterLink, useRoute, useRouter } from 'vue-router'
import { answer, api, type Problem } from '@/api/client'
import PageHead from '@/shared/PageHead.vue'
import ProblemNote from '@/shared/ProblemNote.vue'
import { useSession } from '@/shared/session'
import { useWrite } from '@/shared/useWrite'
import DayBoard from './DayBoard.vue'
import LabelForm, { type LabelText } from './LabelForm.vue'
import SlipCard from './SlipCard.vue'

const props = defineProps<{ group: string }>()
const session = useSession()
const route = useRoute()
const router = useRouter()
const path = computed(() => ({ ...session.inRoom(), group_id: props.group }))
const groups = useQuery({
  queryKey: ['groups', () => session.room?.uid],
  queryFn: () => answer(api.GET('/api/rooms/{room_id}/groups', { params: { path: session.inRoom() } })),
})
const tanks = useQuery({
  queryKey: ['tanks', () => session.room?.uid],
  queryFn: () => answer(api.GET('/api/rooms/{room_id}/tanks', { params: { path: session.inRoom() } })),
})
const conditions = useQuery({
  queryKey: ['conditions'],
  queryFn: () => answer(api.GET('/api/reference/conditions')),
  staleTime: Infinity,
})
const fish = computed(() => groups.data.value?.find((g) => g.uid === props.group) ?? null)
const tank = computed(() => tanks.data.value?.find((t) => t.uid === fish.value?.tank) ?? null)
const here = computed(() =>
  (conditions.data.value ?? []).filter((c) => tank.value && c.water.includes(tank.value.water_type)),
)
const condition = ref(typeof route.query['condition'] === 'string' ? route.query['condition'] : '')
const chosen = computed(() => here.value.find((c) => c.id === condition.value) ?? null)
const protocol = ref('')
watch(
  chosen,
  (c) => {
    if (!c?.protocols.some((p) => p.id === protocol.value)) protocol.value = c?.protocols[0]?.id ?? ''
  },
  { immediate: true },
)
const kind = computed(() => chosen.value?.protocols.find((p) => p.id === protocol.value)?.kind ?? '')

const label = ref<LabelText>({ product: '', amount: '', per_volume: '', every: '24 h', days: null })
const targets = ref<Record<string, string>>({})
const confirmed = ref<number[]>([])
const vetWord = ref(false)
watch(protocol, () => {
  confirmed.value = []
  vetWord.value = false
  targets.value = {}
})
const ready = computed(
  () =>
    !!fish.value &&
    !!protocol.value &&
    (kind.value !== 'label' ||
      !!(
        label.value.product &&
        label.value.amount &&
        label.value.per_volume &&
        label.value.every &&
        label.value.days
      )),
)
const wish = computed(() => ({
  protocol: protocol.value,
  targets: targets.value,
  label: kind.value === 'label' ? { ...label.value, days: label.value.days ?? 0 } : null,
}))
const settled = ref(wish.value)
let timer: ReturnType<typeof setTimeout> | undefined
watch(
  wish,
  (now) => {
    clearTimeout(timer)
    timer = setTimeout(() => (settled.value = JSON.parse(JSON.stringify(now))), 200)
  },
  { deep: true },
)
onBeforeUnmount(() => clearTimeout(timer))
const slipQuery = useQuery({
  queryKey: ['slip', () => props.group, settled],
  queryFn: () =>
    answer(
      api.POST('/api/rooms/{room_id}/groups/{group_id}/slip', {
        params: { path: path.value },
        body: settled.value,
      }),
    ),
  enabled: computed(() => ready.value && settled.value.protocol === protocol.value),
  placeholderData: keepPreviousData,
  retry: false,
})
const slip = computed(() =>
  ready.value && !slipQuery.error.value && slipQuery.data.value?.protocol === protocol.value
    ? slipQuery.data.value
    : null,
)
const start = useWrite((write_id) =>
  answer(
    api.POST('/api/rooms/{room_id}/groups/{group_id}/courses', {
      params: { path: path.value },
      body: {
        write_id,
        ...wish.value,
        condition: condition.value,
        confirmed: confirmed.value,
        vet_word: vetWord.value,
        starts_at: null,
      },
    }),
  ),
)
const problem = computed(
  () => start.problem.value ?? (ready.value ? (slipQuery.error.value as Problem | null) : null),
)
watch([wish, confirmed, vetWord], () => start.forget(), { deep: true })
const open = computed(() =>
  slip.value
    ? slip.value.confirm.length - confirmed.value.length + (slip.value.needs_vet && !vetWord.value ? 1 : 0)
    : 0,
)
async function begin() {
  const done = await start.run()
  if (done) await router.push({ name: 'today' })
}
const FIELDS = ['label.product', 'label.amount', 'label.per_volume', 'label.every', 'label.days']
</script>

<template>
  <PageHead
    :title="fish?.tank_name ?? 'Course'"
    :sentence="
      fish ? `${fish.words}. Choose how to treat them, and see what it takes before anything goes in.` : ''
    "
  />
  <div v-if="fish && tank" class="choose">
    <div class="left">
      <div class="pick">
        <label for="condition">Against</label>
        <Select
          v-model="condition"
          input-id="condition"
          label-id="condition"
          :options="here"
          option-label="short_name"
          option-value="id"
          placeholder="choose what it most likely is"
          aria-label="Against which condition"
          data-testid="condition"
        />
        <RouterLink
          v-if="condition"
          :to="{ name: 'condition', params: { condition }, query: { group } }"
          class="small"
          >about it</RouterLink
        >
      </div>
      <p v-if="!chosen" class="quiet">
        Not sure yet? <RouterLink :to="{ name: 'look-at', params: { group } }">Look again</RouterLink>: a
        medicine against the wrong thing costs days.
      </p>
      <p v-else-if="chosen.protocols.length === 1" class="tannin">
        No medicine for {{ chosen.short_name.toLowerCase() }}: mend the water, and watch.
      </p>
      <div v-if="chosen" class="schools" role="radiogroup" aria-label="Courses">
        <div v-for="p in chosen.protocols" :key="p.id" class="school" :class="{ chosen: protocol === p.id }">
          <label>
            <span class="head"
              ><RadioButton
                v-model="protocol"
                :value="p.id"
                name="protocol"
                :input-id="`p-${p.id}`"
                :data-testid="`protocol-${p.id}`"
              /><b>{{ p.name }}</b></span
            >
            <span class="small quiet">{{ p.school }}</span>
            <span class="small"><span class="fig leaf">+</span> {{ p.for_it.text }}</span>
            <span class="small"><span class="fig brick">−</span> {{ p.against_it.text }}</span>
          </label>
        </div>
      </div>
      <LabelForm v-if="kind === 'label'" v-model:label="label" :problem="problem" />
      <ProblemNote :problem="problem" :fields="FIELDS" />
    </div>
    <div class="slipside">
      <template v-if="slip">
        <SlipCard v-if="slip.lines.length" :slip="slip" :tank="tank.name" :fish="fish.words" />
        <p v-else class="plain">
          No medicine goes in. Somebody looks every day; what fish carry unseen stays unseen until it shows.
        </p>
        <div class="confirm">
          <div v-for="(c, i) in slip.confirm" :key="c.text" class="tick">
            <Checkbox v-model="confirmed" :value="i" :input-id="`c-${i}`" :data-testid="`confirm-${i}`" />
            <label :for="`c-${i}`">{{ c.text }}</label>
          </div>
          <div v-if="slip.needs_vet" class="tick">
            <Checkbox v-model="vetWord" binary input-id="vet" data-testid="vet-word" />
            <label for="vet"
              >A veterinarian told me to use it here.
              <span class="small tannin">{{ slip.vet_reason }}</span></label
            >
          </div>
          <Button
            :label="open ? `Start, after ${open} more ${open === 1 ? 'tick' : 'ticks'}` : 'Start now'"
            :disabled="open > 0"
            :loading="start.busy.value"
            data-testid="start-course"
            @click="begin"
          />
        </div>
      </template>
      <p v-else-if="kind === 'label' && !ready" class="plain quiet">
        Copy the five figures from the bottle, and the slip for {{ tank.volume.net.figure }}
        {{ tank.volume.net.unit }} stands here.
      </p>
    </div>
  </div>
  <DayBoard v-if="slip" :steps="slip.days" :ends="slip.ends_words" />
</template>

<style scoped>
.choose {
  display: grid;
  grid-template-columns: minmax(0, 420px) minmax(0, 1fr);
  gap: 32px;
  align-items: start;
}
.pick {
  display: flex;
  gap: 12px;
  align-items: center;
  padding-bottom: 12px;
}
.pick :deep(.p-select) {
  min-width: 240px;
}
.school {
  border: 1px solid var(--rule2);
  border-radius: 4px;
  margin-bottom: 8px;
}
.school.chosen {
  border: 2px solid var(--ink);
  border-top: 5px solid var(--leaf);
  background: var(--plate);
}
.schools label {
  display: grid;
  gap: 2px;
  padding: 10px 12px;
  cursor: pointer;
}
.head {
  display: flex;
  gap: 10px;
  align-items: center;
  font-size: 16px;
}
.confirm {
  padding-top: 12px;
}
.tick {
  display: flex;
  gap: 12px;
  align-items: flex-start;
  padding: 8px 0;
  border-bottom: 1px solid var(--rule);
}
.confirm :deep(.p-button) {
  margin-top: 14px;
  min-height: 52px;
  font-size: 16px;
  min-width: 240px;
}
.plain {
  border: 1px solid var(--rule2);
  border-radius: 4px;
  padding: 16px;
  max-width: 56ch;
}
@media (max-width: 999px) {
  .choose {
    grid-template-columns: minmax(0, 1fr);
    gap: 16px;
  }
}
@media (max-width: 759px) {
  .tick {
    min-height: 56px;
  }
  .confirm :deep(.p-button) {
    width: 100%;
    min-height: 56px;
  }
}
</style>
