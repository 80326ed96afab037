<script setup lang="ts">
import { computed, ref } from 'vue'
import { answer, api } from '@/api/client'
import EntryForm from '@/shared/EntryForm.vue'
import SelectField from '@/shared/SelectField.vue'
import { useSession } from '@/shared/session'
import TextField from '@/shared/TextField.vue'
import { useWrite } from '@/shared/useWrite'
import { useActives, useSalts } from '@/shared/queries'
import * as texts from './words'

/** What a level spoon holds of one salt, as it was weighed. */
const emit = defineEmits<{ done: [] }>()
const session = useSession()
const { data: actives } = useActives()
const salts = computed(() => (actives.value ?? []).filter((a) => a.spoons))
const chosen = ref('')
const { data: dissolved } = useSalts()
// plain salt until another is chosen
const plain = computed(() => dissolved.value?.find((s) => s.read_by === 'weight')?.id ?? '')
const active = computed({ get: () => chosen.value || plain.value, set: (id) => (chosen.value = id) })
const teaspoon = ref('')
const tablespoon = ref('')
const { busy, problem, run } = useWrite((write_id) =>
  answer(
    api.POST('/api/rooms/{room_id}/shelf/spoons', {
      params: { path: session.inRoom() },
      body: { write_id, active: active.value, teaspoon: teaspoon.value, tablespoon: tablespoon.value },
    }),
  ),
)
async function save() {
  if (await run()) emit('done')
}
</script>

<template>
  <EntryForm
    label="Keep it"
    :busy="busy"
    :problem="problem"
    :fields="['active', 'teaspoon', 'tablespoon']"
    testid="save-spoons"
    @save="save"
  >
    <SelectField
      v-model="active"
      label="Of"
      field="active"
      :problem="problem"
      :options="salts"
      option-label="name"
      option-value="id"
    />
    <TextField
      v-model="teaspoon"
      figure
      label="Level teaspoon"
      :hint="texts.G_TEN_OF_THEM"
      field="teaspoon"
      :problem="problem"
    />
    <TextField
      v-model="tablespoon"
      figure
      label="Level tablespoon"
      :hint="texts.G_THREE_TEASPOONS_IF"
      field="tablespoon"
      :problem="problem"
    />
  </EntryForm>
</template>
