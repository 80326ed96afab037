<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { answer, api, type Schemas } from '@/api/client'
import SelectField from '@/shared/SelectField.vue'
import PageHead from '@/shared/PageHead.vue'
import ProblemNote from '@/shared/ProblemNote.vue'
import { useSession } from '@/shared/session'
import { useKept } from '@/shared/useKept'
import { useWrite } from '@/shared/useWrite'
import BoxDrawing from './BoxDrawing.vue'
import { useVolume, type Measures } from './useVolume'
import VolumeSlip from './VolumeSlip.vue'
import TextField from '@/shared/TextField.vue'
import { useTank, useTanks } from '@/shared/queries'
import { EQUIPMENT, WATER_TYPES } from '@/shared/choices'
import * as texts from './words'

const props = defineProps<{ tank?: string }>()
const session = useSession()
const router = useRouter()
/** the tank a new one is made like */
const like = String(useRoute().query['like'] ?? '')
const facts = ref({
  code: '',
  name: '',
  water_type: 'freshwater_tropical' as Schemas['TankIn']['water_type'],
  has_invertebrates: false,
  has_plants: false,
  equipment: [] as Schemas['TankIn']['equipment'],
  shares_water_with: null as string | null,
})
const tanks = useTanks()
const others = computed(() =>
  (tanks.data.value ?? []).filter((t) => t.uid !== props.tank && t.water_type === facts.value.water_type),
)
const measures = ref<Measures>({
  length: '',
  width: '',
  water_depth: '',
  sand_depth: '',
  sand_porosity: '',
  rock_mass: '',
  rock_density: '',
  sump_volume: '',
  measured_net_volume: '',
})
const kept = useKept('tank', { facts, measures })
const { data: old } = useTank(() => props.tank ?? like, { enabled: () => !!(props.tank ?? like) })
watch(
  old,
  (tank) => {
    if (!tank || kept.restored) return
    facts.value = {
      code: props.tank ? tank.code : '',
      name: props.tank ? tank.name : '',
      water_type: tank.water_type as Schemas['TankIn']['water_type'],
      has_invertebrates: tank.has_invertebrates,
      has_plants: tank.has_plants,
      equipment: [...tank.equipment] as Schemas['TankIn']['equipment'],
      shares_water_with: props.tank ? tank.shares_water_with : null,
    }
    measures.value = { ...measures.value, ...tank.typed }
  },
  { immediate: true },
)
const { volume, problem: reckoning, enough } = useVolume(measures)
const write = useWrite((write_id) => {
  const body = { write_id, ...facts.value, ...measures.value }
  const path = session.inRoom()
  return props.tank
    ? answer(
        api.PUT('/api/rooms/{room_id}/tanks/{tank_id}', {
          params: { path: { ...path, tank_id: props.tank } },
          body,
        }),
      )
    : answer(api.POST('/api/rooms/{room_id}/tanks', { params: { path }, body }))
})
// what the server says of the figures while typing, or of the whole form when saved
const problem = computed(() => write.problem.value ?? (enough.value ? reckoning.value : null))
const fields = ['name', 'shares_water_with', 'code', ...Object.keys(measures.value)]
/** what takes a medicine out, or destroys it, while it runs */
watch([measures, facts], () => write.forget(), { deep: true })
/** all that is still to be filled in, said at once */
const missing = computed(() => [
  ...(facts.value.name.trim() ? [] : ['its name']),
  ...(enough.value ? [] : [texts.MEASURES_OR_VOLUME]),
])
const asked = ref(false)
async function save() {
  asked.value = true
  const done = await write.run()
  if (!done) return
  kept.forget()
  await router.push({ name: 'tank', params: { tank: done.uid } })
}
</script>

<template>
  <PageHead
    :title="tank ? `${facts.name || 'Tank'}, measures` : 'New tank'"
    :sentence="texts.INSIDE_MEASURES_TO_THE"
  />
  <form
    class="grid grid-cols-[minmax(0,1fr)_340px] gap-10 items-start narrow:grid-cols-[minmax(0,1fr)] narrow:gap-4"
    novalidate
    @submit.prevent="save"
  >
    <div class="left">
      <section aria-label="The tank">
        <h2 class="block-head"><span>1&ensp;The tank</span></h2>
        <TextField v-model="facts.name" label="Name" field="name" :problem="problem" maxlength="40" />
        <TextField
          v-model="facts.code"
          label="Short mark"
          field="code"
          :problem="problem"
          :hint="texts.ON_THE_STRIPS_SUCH"
          maxlength="8"
        />
        <div class="pick">
          <span id="water-label">Water</span>
          <SelectButton
            v-model="facts.water_type"
            :options="WATER_TYPES"
            option-label="label"
            option-value="value"
            :allow-empty="false"
            aria-labelledby="water-label"
          />
        </div>
        <div class="pick">
          <span>{{ texts.ALSO_IN_IT }}</span>
          <span class="ticks flex flex-wrap gap-y-2 gap-x-5">
            <span
              ><Checkbox v-model="facts.has_plants" binary input-id="plants" /><label for="plants"
                >live plants</label
              ></span
            >
            <span
              ><Checkbox v-model="facts.has_invertebrates" binary input-id="inverts" /><label for="inverts">{{
                texts.SNAILS_SHRIMPS_CORALS
              }}</label></span
            >
          </span>
        </div>
        <div class="pick">
          <span>{{ texts.RUNS_ON_IT }}</span>
          <span class="ticks flex flex-wrap gap-y-2 gap-x-5">
            <span v-for="e in EQUIPMENT" :key="e.value"
              ><Checkbox v-model="facts.equipment" :value="e.value" :input-id="e.value" /><label
                :for="e.value"
                >{{ e.label }}</label
              ></span
            >
          </span>
        </div>
      </section>
      <section aria-label="The water">
        <h2 class="block-head"><span>2&ensp;The water</span></h2>
        <div
          class="water grid grid-cols-[minmax(0,1.4fr)_minmax(220px,1fr)] gap-5 items-center pt-2 phone:grid-cols-[1fr]"
        >
          <BoxDrawing
            :length="measures.length"
            :width="measures.width"
            :depth="measures.water_depth"
            :sand="!!measures.sand_depth"
            :rock="!!measures.rock_mass"
            :sump="!!measures.sump_volume"
          />
          <div>
            <TextField
              v-model="measures.length"
              figure
              label="Length"
              field="length"
              :problem="problem"
              placeholder="60 cm"
            />
            <TextField
              v-model="measures.width"
              figure
              label="Width"
              field="width"
              :problem="problem"
              placeholder="30 cm"
            />
            <TextField
              v-model="measures.water_depth"
              figure
              label="Water depth"
              field="water_depth"
              :problem="problem"
              placeholder="28 cm"
            />
            <TextField
              v-model="measures.measured_net_volume"
              figure
              :label="texts.NET_IF_MEASURED"
              field="measured_net_volume"
              :problem="problem"
              :hint="texts.BY_BUCKETS_OR_A"
            />
          </div>
        </div>
      </section>
      <section :aria-label="texts.WHAT_STANDS_IN_IT">
        <h2 class="block-head">
          <span>{{ texts.N_3_WHAT_STANDS_IN }}</span><span class="small quiet">{{
            texts.LEAVE_EMPTY_WHAT_IS
          }}</span>
        </h2>
        <div class="grid grid-cols-[1fr_1fr] gap-y-0 gap-x-6 phone:grid-cols-[1fr]">
          <TextField
            v-model="measures.sand_depth"
            figure
            label="Sand, depth"
            field="sand_depth"
            :problem="problem"
          />
          <TextField
            v-model="measures.sand_porosity"
            figure
            :label="texts.WATER_BETWEEN_GRAINS"
            field="sand_porosity"
            :problem="problem"
            placeholder="40 %"
          />
          <TextField
            v-model="measures.rock_mass"
            figure
            label="Rock, weight"
            field="rock_mass"
            :problem="problem"
          />
          <TextField
            v-model="measures.rock_density"
            figure
            :label="texts.KG_IN_A_LITRE"
            field="rock_density"
            :problem="problem"
            placeholder="2.6"
          />
          <TextField
            v-model="measures.sump_volume"
            figure
            :label="texts.SUMP_WATER_IN_IT"
            field="sump_volume"
            :problem="problem"
          />
        </div>
        <SelectField
          v-if="others.length"
          v-model="facts.shares_water_with"
          :label="texts.ONE_WATER_WITH"
          field="shares_water_with"
          :problem="problem"
          :hint="texts.A_TANK_ON_THE"
          :options="others"
          option-label="name"
          option-value="uid"
          show-clear
          :placeholder="texts.NONE_ITS_OWN_WATER"
          data-testid="shares-water"
        />
      </section>
    </div>
    <aside
      class="slip bg-plate line-ink px-5 pt-4 pb-5 sticky top-4 narrow:static"
      aria-label="Volume"
      aria-live="polite"
      data-testid="volume"
    >
      <VolumeSlip
        v-if="volume && enough"
        :volume="volume"
        :boxed="!!measures.length"
        :one-water="facts.shares_water_with ? old?.one_water_words : ''"
      />
      <p v-else class="quiet">
        {{ texts.LENGTH_WIDTH_AND_DEPTH }}
      </p>
      <ProblemNote :problem="write.problem.value" :fields="fields" />
      <p v-if="asked && missing.length" class="brick" role="status" data-testid="tank-missing">
        {{ texts.stillToFillIn(missing.join('; ')) }}
      </p>
      <Button
        type="submit"
        :label="tank ? texts.KEEP_THESE_MEASURES : texts.SET_UP_THIS_TANK"
        :loading="write.busy.value"
        data-testid="save-tank"
      />
    </aside>
  </form>
</template>

<style scoped>
section {
  margin-bottom: 20px;
}
.pick {
  display: grid;
  grid-template-columns: minmax(120px, 200px) 1fr;
  gap: 12px;
  align-items: center;
  min-height: 48px;
  border-bottom: 1px solid var(--rule);
  padding: 4px 0;
}
.ticks > span {
  display: flex;
  gap: 8px;
  align-items: center;
  min-height: 32px;
}
.slip :deep(.p-button) {
  margin-top: 16px;
  width: 100%;
  min-height: 48px;
}
@media (max-width: 759px) {
  .pick {
    grid-template-columns: 1fr;
    gap: 4px;
  }
}
</style>
