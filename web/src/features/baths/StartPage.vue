<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { answer, api, type Schemas } from '@/api/client'
import SelectField from '@/shared/SelectField.vue'
import PageHead from '@/shared/PageHead.vue'
import ProblemNote from '@/shared/ProblemNote.vue'
import ProductPick from '@/shared/ProductPick.vue'
import { useSession } from '@/shared/session'
import TextField from '@/shared/TextField.vue'
import UseOption from '@/shared/UseOption.vue'
import { useWrite } from '@/shared/useWrite'
import { useActives, useGroups, useTanks, useToday } from '@/shared/queries'
import { useBaths } from './queries'
import * as said from '@/shared/words'
import * as texts from './words'

/** Which fish, which bath, in how much water: then it is made ready, step by step. */
const session = useSession()
const route = useRoute()
const router = useRouter()
const asked = (name: string) => (typeof route.query[name] === 'string' ? route.query[name] : '')
const groups = useGroups()
const { data: actives } = useActives()
const running = useBaths()
const tanks = useTanks()
const today = useToday()
/** what a course asks to be run by the clock today */
const due = computed(() => (today.data.value?.due ?? []).filter((d) => d.use && d.task !== asked('task')))
const alive = computed(() =>
  (groups.data.value ?? [])
    .filter((g) => g.left > 0)
    .map((g) => ({ ...g, label: `${g.words}, ${g.tank_name}` })),
)
const group = ref(asked('group'))
const use = ref(asked('use'))
watch(
  () => route.query['task'],
  (task) => {
    // one that is due was chosen on this page
    if (task) [group.value, use.value] = [asked('group'), asked('use')]
  },
)
/** the water they live in: only baths for it are offered */
const water = computed(() => {
  const tank = groups.data.value?.find((g) => g.uid === group.value)?.tank
  return tanks.data.value?.find((t) => t.uid === tank)?.water_type ?? ''
})
const uses = computed(() =>
  (actives.value ?? [])
    .flatMap((a) => a.uses)
    .filter((u) => !water.value || u.water.includes(water.value) || u.id === use.value)
    .filter(
      (u) =>
        (['bath', 'dip', 'prolonged', 'eggs'].includes(u.route) && u.minutes) ||
        (u.route === 'topical' && u.gate !== 'block'),
    )
    .map((u) => ({ ...u, label: `${u.active_name}, ${u.name}` })),
)
const volume = ref('')
const minutes = ref('')
const target = ref('')
const product = ref<Schemas['ProductIn']>({ bottle: null, strength: '', own: null })
const chosen = computed(() => uses.value.find((u) => u.id === use.value) ?? null)
watch(use, () => {
  product.value = { bottle: null, strength: '', own: null }
  target.value = ''
})
const confirmed = ref(false)
const vet = ref(false)
const write = useWrite((write_id) =>
  answer(
    api.POST('/api/rooms/{room_id}/groups/{group_id}/baths', {
      params: { path: { ...session.inRoom(), group_id: group.value } },
      body: {
        write_id,
        task: asked('task') || null,
        request: {
          kind: 'dose',
          use: use.value,
          volume: volume.value,
          minutes: minutes.value,
          target: target.value,
          bottle: product.value.bottle ?? null,
          strength: product.value.strength ?? '',
          own: product.value.own ?? null,
          confirmed: confirmed.value,
          product_confirmed: confirmed.value,
          prescribed: vet.value,
        } as Schemas['DoseRequest'],
      },
    }),
  ),
)
watch([group, use, volume, minutes, target, product, confirmed, vet], () => write.forget(), { deep: true })
async function save() {
  const done = await write.run()
  if (done) await router.push({ name: 'bath', params: { bath: done.uid } })
}
const FIELDS = ['request.use', 'volume', 'minutes', 'target', 'use', 'own.value', 'own.density']
</script>

<template>
  <PageHead :title="texts.A_BATH_OR_A" :sentence="texts.MADE_READY_BESIDE_THE" />
  <ul v-if="running.data.value?.length" class="rows max-w-225 mb-7">
    <li
      v-for="r in running.data.value"
      :key="r.uid"
      class="run grid grid-cols-[minmax(0,1.4fr)_minmax(0,1fr)_150px_minmax(0,1.2fr)] gap-y-1 gap-x-3 items-center min-h-12 phone:grid-cols-[1fr] phone:py-2 phone:px-0"
    >
      <RouterLink class="phone:min-h-11" :to="{ name: 'bath', params: { bath: r.uid } }"
        ><b>{{ r.title }}</b
        >, {{ r.tank_name }}</RouterLink
      >
      <span class="small">{{ r.fish }}</span>
      <span class="small fig">{{ r.at_words }}</span>
      <span class="small" :class="{ brick: r.phase === 'take_out', leaf: r.phase === 'in' }">{{
        r.phase === 'in' ? texts.FISH_IN_IT_NOW : r.phase === 'take_out' ? texts.TAKE_THEM_OUT : r.ended_words
      }}</span>
    </li>
  </ul>
  <template v-if="due.length">
    <h2 class="block-head">Due</h2>
    <ul class="rows max-w-225 mb-7" data-testid="baths-due">
      <li
        v-for="d in due"
        :key="d.task"
        class="run grid grid-cols-[minmax(0,1.4fr)_minmax(0,1fr)_150px_minmax(0,1.2fr)] gap-y-1 gap-x-3 items-center min-h-12 phone:grid-cols-[1fr] phone:py-2 phone:px-0"
      >
        <RouterLink
          class="phone:min-h-11"
          :to="{ name: 'bath-new', query: { group: d.group, use: d.use, task: d.task } }"
          ><b>{{ d.title }}</b
          >, {{ d.tank_name }}</RouterLink
        >
        <span class="small fig">{{ d.at_words }}</span>
        <span v-if="d.late_words" class="small brick">{{ d.late_words }}</span>
      </li>
    </ul>
  </template>
  <form class="start max-w-160" novalidate @submit.prevent="save">
    <h2 class="block-head">{{ texts.MAKE_ONE_READY }}</h2>
    <SelectField
      v-model="group"
      label="Fish"
      :options="alive"
      option-value="uid"
      placeholder="which fish"
      data-testid="bath-group"
    />
    <SelectField
      v-model="use"
      label="Bath"
      field="request.use"
      :problem="write.problem.value"
      :hint="chosen?.dose || undefined"
      :options="uses"
      option-value="id"
      filter
      :placeholder="texts.WHICH_BATH_DIP_OR"
      long
      data-testid="bath-use"
    >
      <template #option="{ option }">
        <UseOption :name="option.label" :dose="option.dose" :gate="option.gate" />
      </template>
    </SelectField>
    <template v-if="chosen">
      <TextField
        v-if="chosen.route !== 'topical' && chosen.route !== 'prolonged'"
        v-model="volume"
        figure
        :label="texts.WATER_IN_THE_VESSEL"
        field="volume"
        :problem="write.problem.value"
        placeholder="5 L"
      />
      <ProductPick
        v-model="product"
        :active="chosen.active"
        :use="chosen.id"
        :problem="write.problem.value"
      />
      <TextField
        v-if="chosen.dose && chosen.route !== 'topical'"
        v-model="target"
        figure
        :label="chosen.gate === 'vet' ? said.YOUR_VET_SAYS : said.BRING_IT_TO"
        field="target"
        :problem="write.problem.value"
        :hint="`${chosen.typed_unit}; published ${chosen.dose}`"
        :placeholder="chosen.gate === 'vet' ? '' : chosen.usual"
        inputmode="decimal"
      />
      <TextField
        v-if="chosen.minutes"
        v-model="minutes"
        figure
        :label="texts.MINUTES_AT_MOST"
        field="minutes"
        :problem="write.problem.value"
        :hint="
          asked('task')
            ? texts.publishedWhatTheCourse(chosen.minutes)
            : texts.publishedTheShortestIf(chosen.minutes)
        "
        inputmode="decimal"
      />
      <div class="flex gap-3 items-start py-3">
        <Checkbox v-model="confirmed" binary input-id="bath-sure" data-testid="bath-sure" />
        <label for="bath-sure">{{ texts.I_READ_THE_LABEL }}</label>
      </div>
      <div v-if="chosen.gate === 'vet'" class="flex gap-3 items-start py-3">
        <Checkbox v-model="vet" binary input-id="bath-vet" />
        <label for="bath-vet">{{ said.A_VETERINARIAN_TOLD_ME }}</label>
      </div>
    </template>
    <ProblemNote :problem="write.problem.value" :fields="FIELDS" />
    <Button
      type="submit"
      :label="texts.MAKE_IT_READY"
      :disabled="!group || !use"
      :loading="write.busy.value"
      data-testid="make-ready"
    />
  </form>
</template>

<style scoped>
.start > :deep(.p-button) {
  margin-top: 14px;
  min-height: 56px;
  min-width: 200px;
}
@media (max-width: 759px) {
  .start > :deep(.p-button) {
    width: 100%;
  }
}
</style>
