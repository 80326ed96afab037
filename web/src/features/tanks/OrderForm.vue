<script setup lang="ts">
import { computed, ref } from 'vue'
import { answer, api, type Schemas } from '@/api/client'
import CountField from '@/shared/CountField.vue'
import DayField from '@/shared/DayField.vue'
import EntryForm from '@/shared/EntryForm.vue'
import FieldRow from '@/shared/FieldRow.vue'
import SelectField from '@/shared/SelectField.vue'
import { useSession } from '@/shared/session'
import TextField from '@/shared/TextField.vue'
import { useSpecies } from '@/shared/useSpecies'
import { useWrite } from '@/shared/useWrite'
import { useTanks } from '@/shared/queries'
import * as texts from './words'

/** Fish that are to come: which, about how many, from whom, when, and into which tank. */
const props = defineProps<{ tank?: string | undefined }>()
const emit = defineEmits<{ done: [] }>()
const session = useSession()
const species = ref<string | Schemas['SpeciesOut']>('')
const count = ref<number | null>(null)
const plusMinus = ref<number | null>(null)
const supplier = ref('')
const on = ref('')
const into = ref(props.tank ?? '')
const note = ref('')
const tanks = useTanks()
const water = computed(() => tanks.data.value?.find((t) => t.uid === into.value)?.water_type ?? '')
const places = computed(() => [
  { value: '', label: 'not decided' },
  ...(tanks.data.value ?? []).filter((t) => !t.put_away).map((t) => ({ value: t.uid, label: t.name })),
])
const { name, offered, offer } = useSpecies(species, water)
const write = useWrite((write_id) =>
  answer(
    api.POST('/api/rooms/{room_id}/orders', {
      params: { path: session.inRoom() },
      body: {
        write_id,
        species: name.value,
        count: count.value ?? 0,
        count_plus_minus: plusMinus.value ?? 0,
        supplier: supplier.value,
        expected_on: on.value,
        tank: into.value || null,
        note: note.value,
      },
    }),
  ),
)
const problem = write.problem
async function save() {
  if (await write.run()) emit('done')
}
</script>

<template>
  <EntryForm
    :label="texts.THEY_ARE_ORDERED"
    :busy="write.busy.value"
    :problem="problem"
    :fields="['species', 'count', 'count_plus_minus', 'supplier', 'expected_on', 'tank', 'note']"
    testid="save-order"
    @save="save"
  >
    <FieldRow v-slot="f" label="Fish" field="species" :problem="problem">
      <AutoComplete
        v-model="species"
        :input-id="f.id"
        :suggestions="offered"
        option-label="name"
        @complete="offer($event.query)"
      />
    </FieldRow>
    <CountField v-model="count" label="How many" field="count" :problem="problem" />
    <CountField v-model="plusMinus" :label="texts.GIVE_OR_TAKE" field="count_plus_minus" :problem="problem" />
    <DayField
      v-model="on"
      :label="texts.THEY_COME_ON"
      field="expected_on"
      :problem="problem"
      ahead
      example="Sat"
    />
    <SelectField v-model="into" label="Into" :options="places" field="tank" :problem="problem" />
    <TextField v-model="supplier" label="From" field="supplier" :problem="problem" maxlength="60" />
    <TextField v-model="note" label="Note" field="note" :problem="problem" maxlength="200" />
  </EntryForm>
</template>
