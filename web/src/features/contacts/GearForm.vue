<script setup lang="ts">
import { computed, ref } from 'vue'
import { answer, api, type Schemas } from '@/api/client'
import EntryForm from '@/shared/EntryForm.vue'
import SelectField from '@/shared/SelectField.vue'
import { useSession } from '@/shared/session'
import TextField from '@/shared/TextField.vue'
import { useWrite } from '@/shared/useWrite'
import { useTanks } from '@/shared/queries'
import * as said from '@/shared/words'

/** A thing that goes from water to water: its name, what it is, and the tank it belongs to. */
const props = defineProps<{ kinds: Schemas['GearKindOut'][]; gear: Schemas['GearOut'] | null }>()
const emit = defineEmits<{ done: [] }>()
const session = useSession()
const name = ref(props.gear?.name ?? '')
const kind = ref(props.gear?.kind ?? 'net')
const home = ref(props.gear?.home ?? '')
const tanks = useTanks()
const homes = computed(() => [
  { uid: '', name: 'no tank' },
  ...(tanks.data.value ?? []).filter((t) => !t.put_away),
])
const write = useWrite((write_id) => {
  const body = { write_id, name: name.value, home: home.value || null }
  const path = session.inRoom()
  return props.gear
    ? answer(
        api.POST('/api/rooms/{room_id}/gear/{gear_id}/mend', {
          params: { path: { ...path, gear_id: props.gear.uid } },
          body,
        }),
      )
    : answer(api.POST('/api/rooms/{room_id}/gear', { params: { path }, body: { ...body, kind: kind.value } }))
})
const problem = write.problem
async function save() {
  if (await write.run()) emit('done')
}
</script>

<template>
  <EntryForm
    :label="gear ? 'Mend it' : 'List it'"
    :busy="write.busy.value"
    :problem="problem"
    :fields="['name', 'kind', 'home']"
    testid="save-gear"
    @save="save"
  >
    <TextField
      v-model="name"
      label="Name"
      field="name"
      :problem="problem"
      maxlength="40"
      placeholder="net 2"
    />
    <SelectField
      v-if="!gear"
      v-model="kind"
      :label="said.WHAT_IT_IS"
      :options="kinds"
      option-label="name"
      option-value="id"
      field="kind"
      :problem="problem"
    />
    <SelectField
      v-model="home"
      label="Belongs to"
      :options="homes"
      option-label="name"
      option-value="uid"
      field="home"
      :problem="problem"
    />
  </EntryForm>
</template>
