<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { answer, api, type Schemas } from '@/api/client'
import CountField from '@/shared/CountField.vue'
import EntryForm from '@/shared/EntryForm.vue'
import SelectField from '@/shared/SelectField.vue'
import { useSession } from '@/shared/session'
import TextField from '@/shared/TextField.vue'
import { useWrite } from '@/shared/useWrite'
import WhenField from '@/shared/WhenField.vue'
import { useTanks } from '@/shared/queries'
import { useMoveAhead } from './queries'
import * as texts from './words'

/** Fish go to another tank, all or some; what that does to clocks stands there before it is pressed. */
const props = defineProps<{ group: Schemas['GroupOut']; into?: string }>()
const emit = defineEmits<{ done: [] }>()
const session = useSession()
const to = ref(props.into ?? '')
const count = ref<number | null>(props.group.left)
const note = ref('')
const tanks = useTanks()
const others = computed(() =>
  (tanks.data.value ?? []).filter((t) => t.uid !== props.group.tank && !t.put_away),
)
const there = computed(() => others.value.find((t) => t.uid === to.value) ?? null)
const part = computed(() => (count.value !== null && count.value < props.group.left ? count.value : null))
const path = computed(() => ({ ...session.inRoom(), group_id: props.group.uid }))
const ahead = useMoveAhead(
  () => props.group.uid,
  () => ({ to: to.value, count: part.value }),
  () => !!to.value && !!count.value,
)
const at = ref<string | null>(null)
const write = useWrite((write_id) =>
  answer(
    api.POST('/api/rooms/{room_id}/groups/{group_id}/move', {
      params: { path: path.value },
      body: {
        write_id,
        to: to.value,
        count: part.value,
        count_plus_minus: 0,
        note: note.value,
        happened_at: at.value,
      },
    }),
  ),
)
watch([to, count, at], () => write.forget())
async function save() {
  if (await write.run()) emit('done')
}
</script>

<template>
  <EntryForm
    :label="there ? `${count ?? 0} to ${there.name}` : texts.CHOOSE_WHERE_TO"
    :busy="write.busy.value"
    :problem="write.problem.value"
    :fields="['happened_at', 'to', 'count']"
    :disabled="!there || !count || (!!ahead.data.value?.against.length && !note.trim())"
    testid="save-move"
    @save="save"
  >
    <SelectField
      v-model="to"
      label="To"
      field="to"
      :problem="write.problem.value"
      :options="others"
      option-label="name"
      option-value="uid"
      placeholder="which tank"
      data-testid="move-to"
    />
    <CountField
      v-model="count"
      label="How many"
      field="count"
      :problem="write.problem.value"
      :max="group.left"
      :hint="`of ${group.words}`"
    />
    <WhenField v-model="at" :problem="write.problem.value" />
    <div v-if="ahead.data.value?.against.length" class="ahead" role="status" data-testid="move-against">
      <p class="tannin">
        <b>{{ texts.THE_RELEASE_IS_NOT }}</b>
      </p>
      <p v-for="w in ahead.data.value.against" :key="w" class="tannin">{{ w }}</p>
    </div>
    <div v-if="ahead.data.value?.companions.length" class="ahead" role="status">
      <p v-for="w in ahead.data.value.companions" :key="w" class="tannin">{{ w }}</p>
    </div>
    <TextField
      v-model="note"
      :label="ahead.data.value?.against.length ? texts.WHY_ALL_THE_SAME : 'Note'"
      field="note"
      :problem="write.problem.value"
      maxlength="200"
    />
    <div v-if="ahead.data.value?.words.length" class="ahead" role="status" data-testid="move-ahead">
      <p v-for="w in ahead.data.value.words" :key="w" class="tannin">{{ w }}</p>
    </div>
  </EntryForm>
</template>

<style scoped>
.ahead {
  border-left: 3px solid var(--tannin);
  padding: 2px 0 2px 12px;
  margin-top: 12px;
  display: grid;
  gap: 6px;
}
</style>
