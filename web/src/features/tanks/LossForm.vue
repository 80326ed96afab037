<script setup lang="ts">
import { ref } from 'vue'
import { answer, api, type Schemas } from '@/api/client'
import FieldRow from '@/shared/FieldRow.vue'
import EntryForm from '@/shared/EntryForm.vue'
import { useSession } from '@/shared/session'
import { useWrite } from '@/shared/useWrite'
import TextField from '@/shared/TextField.vue'
import CountField from '@/shared/CountField.vue'

const props = defineProps<{ group: Schemas['GroupOut'] }>()
const emit = defineEmits<{ done: [] }>()
const session = useSession()
const count = ref<number | null>(1)
const plusMinus = ref<number | null>(null)
const manner = ref<NonNullable<Schemas['LossIn']['manner']>>('died')
const note = ref('')
const at = ref<Date | null>(null)
const manners = [
  { value: 'died', label: 'found dead' },
  { value: 'ended', label: 'put down' },
  { value: 'missing', label: 'missing' },
]
const write = useWrite((write_id) =>
  answer(
    api.POST('/api/rooms/{room_id}/groups/{group_id}/losses', {
      params: { path: { ...session.inRoom(), group_id: props.group.uid } },
      body: {
        write_id,
        count: count.value ?? 0,
        count_plus_minus: plusMinus.value ?? 0,
        manner: manner.value,
        note: note.value,
        happened_at: at.value?.toISOString() ?? null,
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
    :label="count === 1 ? 'One lost' : `${count ?? 0} lost`"
    :busy="write.busy.value"
    :problem="problem"
    :fields="['count', 'count_plus_minus', 'happened_at', 'note']"
    testid="save-loss"
    @save="save"
  >
    <CountField
      v-model="count"
      label="How many"
      field="count"
      :problem="problem"
      :hint="`of ${group.words}`"
    />
    <CountField v-model="plusMinus" label="give or take" field="count_plus_minus" :problem="problem" />
    <div class="manner">
      <span id="manner-label">How</span>
      <SelectButton
        v-model="manner"
        :options="manners"
        option-label="label"
        option-value="value"
        :allow-empty="false"
        aria-labelledby="manner-label"
      />
    </div>
    <FieldRow v-slot="f" label="When" field="happened_at" :problem="problem" hint="now, if left empty">
      <DatePicker
        v-model="at"
        :input-id="f.id"
        show-time
        hour-format="24"
        date-format="d M yy"
        :max-date="new Date()"
      />
    </FieldRow>
    <TextField v-model="note" label="Note" field="note" :problem="problem" maxlength="500" />
  </EntryForm>
</template>

<style scoped>
.manner {
  display: grid;
  grid-template-columns: minmax(96px, 200px) 1fr;
  gap: 4px 12px;
  align-items: center;
  min-height: 52px;
  border-bottom: 1px solid var(--rule);
}
@media (max-width: 759px) {
  .manner {
    grid-template-columns: 1fr;
    padding: 8px 0;
  }
}
</style>
