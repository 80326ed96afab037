<script setup lang="ts">
import { computed, ref } from 'vue'
import { answer, api, type Schemas } from '@/api/client'
import ChoiceRow from '@/shared/ChoiceRow.vue'
import DayField from '@/shared/DayField.vue'
import EntryForm from '@/shared/EntryForm.vue'
import SelectField from '@/shared/SelectField.vue'
import { useSession } from '@/shared/session'
import TextField from '@/shared/TextField.vue'
import { useWrite } from '@/shared/useWrite'
import WhenField from '@/shared/WhenField.vue'
import { useTanks } from '@/shared/queries'
import { FILTER_ORIGINS } from '@/shared/choices'
import * as texts from './words'

/** A filter is begun: from a sponge that ran elsewhere, from a bottle, or from nothing. */
const props = defineProps<{ tank: string }>()
const emit = defineEmits<{ done: [] }>()
const session = useSession()
type Origin = Schemas['FilterStartIn']['origin']
const origin = ref<Origin>('sponge')
const from = ref('')
const since = ref('')
const note = ref('')
const at = ref<string | null>(null)
const tanks = useTanks()
const others = computed(() => (tanks.data.value ?? []).filter((t) => t.uid !== props.tank))
const write = useWrite((write_id) =>
  answer(
    api.POST('/api/rooms/{room_id}/tanks/{tank_id}/filter', {
      params: { path: { ...session.inRoom(), tank_id: props.tank } },
      body: {
        write_id,
        origin: origin.value,
        from_tank: origin.value === 'sponge' ? from.value || null : null,
        seasoned_since: origin.value === 'sponge' ? since.value || null : null,
        note: note.value,
        happened_at: at.value,
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
    :label="texts.IT_IS_BEGUN"
    :busy="write.busy.value"
    :problem="problem"
    :fields="['origin', 'from_tank', 'seasoned_since', 'note', 'happened_at']"
    testid="save-filter"
    @save="save"
  >
    <ChoiceRow v-model="origin" label="From" :choices="FILTER_ORIGINS" />
    <template v-if="origin === 'sponge'">
      <SelectField
        v-model="from"
        :label="texts.IT_RAN_IN"
        :options="others"
        option-label="name"
        option-value="uid"
        field="from_tank"
        :problem="problem"
      />
      <DayField
        v-model="since"
        label="There since"
        field="seasoned_since"
        :problem="problem"
        :hint="texts.IF_YOU_KNOW"
      />
      <p class="small quiet">
        {{ texts.NEVER_FROM_A_TANK }}
      </p>
    </template>
    <TextField v-model="note" label="Note" field="note" :problem="problem" maxlength="200" />
    <WhenField v-model="at" :problem="problem" />
  </EntryForm>
</template>
