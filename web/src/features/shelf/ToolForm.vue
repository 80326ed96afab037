<script setup lang="ts">
import { ref } from 'vue'
import { answer, api, type Schemas } from '@/api/client'
import EntryForm from '@/shared/EntryForm.vue'
import SelectField from '@/shared/SelectField.vue'
import { useSession } from '@/shared/session'
import TextField from '@/shared/TextField.vue'
import { useWrite } from '@/shared/useWrite'
import { choices, type Said, TOOL_FORMS } from '@/shared/choices'
import * as texts from './words'

/** A measuring tool: how fine it is and how much it holds. */
const emit = defineEmits<{ done: [] }>()
const session = useSession()
type Spoon = Said<Schemas['ToolIn']['spoon']>
const SPOONS = choices<Spoon>({ teaspoon: 'teaspoon', tablespoon: 'tablespoon' })
const name = ref('')
const form = ref<Schemas['ToolIn']['form']>('scale')
const spoon = ref<Spoon>('teaspoon')
const mark = ref('')
const holds = ref('')
const drops = ref('')
const { busy, problem, run } = useWrite((write_id) =>
  answer(
    api.POST('/api/rooms/{room_id}/shelf/tools', {
      params: { path: session.inRoom() },
      body: {
        write_id,
        name: name.value,
        form: form.value,
        spoon: form.value === 'spoon' ? spoon.value : '',
        mark: mark.value,
        holds: holds.value,
        drops_per_ml: drops.value,
      },
    }),
  ),
)
async function save() {
  if (await run()) emit('done')
}
</script>

<template>
  <EntryForm
    :label="texts.PUT_IT_ON_THE"
    :busy="busy"
    :problem="problem"
    :fields="['name', 'mark', 'holds', 'drops_per_ml', 'spoon']"
    testid="save-tool"
    @save="save"
  >
    <SelectField v-model="form" label="It is a" :options="TOOL_FORMS" data-testid="tool-form" />
    <TextField v-model="name" label="Called" field="name" :problem="problem" maxlength="40" />
    <template v-if="form === 'scale' || form === 'syringe' || form === 'cylinder'">
      <TextField
        v-model="mark"
        figure
        :label="form === 'scale' ? 'It reads' : 'A mark each'"
        :hint="form === 'scale' ? '10 mg, 1 g' : '0.2 mL'"
        field="mark"
        :problem="problem"
      />
      <TextField
        v-model="holds"
        figure
        :label="form === 'scale' ? 'Up to' : 'It holds'"
        :hint="form === 'scale' ? '200 g' : '5 mL'"
        field="holds"
        :problem="problem"
      />
    </template>
    <TextField
      v-else-if="form === 'dropper'"
      v-model="drops"
      figure
      :label="texts.DROPS_IN_1_ML"
      :hint="texts.COUNT_THEM_INTO_A"
      field="drops_per_ml"
      :problem="problem"
      inputmode="decimal"
    />
    <SelectField v-else v-model="spoon" label="Size" field="spoon" :problem="problem" :options="SPOONS" />
  </EntryForm>
</template>
