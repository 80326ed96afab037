<script setup lang="ts">
import { computed, ref } from 'vue'
import { answer, api } from '@/api/client'
import ChoiceRow from '@/shared/ChoiceRow.vue'
import CountField from '@/shared/CountField.vue'
import EntryForm from '@/shared/EntryForm.vue'
import SelectField from '@/shared/SelectField.vue'
import { useSession } from '@/shared/session'
import TextField from '@/shared/TextField.vue'
import { useWrite } from '@/shared/useWrite'
import WhenField from '@/shared/WhenField.vue'
import { LOSS_FIELDS, useLossFacts } from './lossFacts'
import LossFacts from './LossFacts.vue'
import * as texts from './words'

/** A humane end: its own entry, with the names of accepted methods. How it is done is a vet's to say. */
const props = defineProps<{ group: { uid: string; words: string } }>()
const emit = defineEmits<{ done: [] }>()
const session = useSession()
const count = ref<number | null>(1)
const method = ref<string | null>(null)
const vet = ref<boolean | null>(null)
const note = ref('')
const { facts, words, names, sent } = useLossFacts(() => props.group.uid)
const accepted = computed(() => (words.value?.humane_ends ?? []).filter((m) => m.accepted))
const refused = computed(() => (words.value?.humane_ends ?? []).filter((m) => !m.accepted))
const chosen = computed(() => accepted.value.find((m) => m.id === method.value))
const ASKED = [
  { value: true, label: 'yes' },
  { value: false, label: 'no' },
] as const
const at = ref<string | null>(null)
const write = useWrite((write_id) =>
  answer(
    api.POST('/api/rooms/{room_id}/groups/{group_id}/humane-ends', {
      params: { path: { ...session.inRoom(), group_id: props.group.uid } },
      body: {
        write_id,
        count: count.value ?? 0,
        method: method.value ?? '',
        vet_asked: vet.value === true,
        note: note.value,
        happened_at: at.value,
        ...sent(),
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
    :label="count === 1 ? texts.ONE_PUT_DOWN : `${count ?? 0} put down`"
    :busy="write.busy.value"
    :problem="problem"
    :fields="['happened_at', 'count', 'method', 'vet_asked', 'note', ...LOSS_FIELDS]"
    :disabled="!method || vet === null"
    testid="save-end"
    @save="save"
  >
    <p class="ask tannin line-l-3-tannin pl-3 pt-0.5 pb-0.5 mb-2">
      {{ texts.ASK_A_VET_BEFORE }}
    </p>
    <CountField
      v-model="count"
      label="How many"
      field="count"
      :problem="problem"
      :hint="`of ${group.words}`"
    />
    <SelectField
      v-model="method"
      label="Method"
      field="method"
      :problem="problem"
      :options="accepted"
      option-label="name"
      option-value="id"
      :placeholder="texts.WHICH_WAS_USED"
      data-testid="end-method"
    />
    <p v-if="chosen" class="small told py-2" data-testid="end-words">
      {{ chosen.text }} <span class="quiet">{{ chosen.source }}</span>
    </p>
    <ChoiceRow
      v-model="vet"
      :label="texts.A_VET_WAS_ASKED"
      :choices="ASKED"
      field="vet_asked"
      :problem="problem"
    />
    <WhenField v-model="at" :problem="problem" />
    <LossFacts v-model="facts" :names="names" :problem="problem" :words="words" />
    <TextField v-model="note" label="Note" field="note" :problem="problem" maxlength="500" />
    <p v-if="refused.length" class="small quiet told py-2">
      Never: {{ refused.map((m) => m.name).join(', ') }}.
    </p>
  </EntryForm>
</template>
