<script setup lang="ts">
import { ref } from 'vue'
import { answer, api, type Schemas } from '@/api/client'
import CountField from '@/shared/CountField.vue'
import DayField from '@/shared/DayField.vue'
import EntryForm from '@/shared/EntryForm.vue'
import { useSession } from '@/shared/session'
import TextField from '@/shared/TextField.vue'
import { useWrite } from '@/shared/useWrite'

/** Losses of several days in one form, each with its day. */
const props = defineProps<{ group: { uid: string; words: string } }>()
const emit = defineEmits<{ done: [] }>()
const session = useSession()
const days = ref<{ on: string; count: number | null }[]>([{ on: '', count: 1 }])
const note = ref('')
const write = useWrite((write_id) =>
  answer(
    api.POST('/api/rooms/{room_id}/groups/{group_id}/losses-over', {
      params: { path: { ...session.inRoom(), group_id: props.group.uid } },
      body: {
        write_id,
        days: days.value.map((d) => ({ on: d.on, count: d.count ?? 0 })) as Schemas['LossOnIn'][],
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
    :label="`${days.reduce((n, d) => n + (d.count ?? 0), 0)} lost`"
    :busy="write.busy.value"
    :problem="problem"
    :fields="['days', 'note', ...days.flatMap((_, i) => [`days.${i}.on`, `days.${i}.count`])]"
    testid="save-losses-over"
    @save="save"
  >
    <template v-for="(d, i) in days" :key="i">
      <DayField v-model="d.on" :label="`Day ${i + 1}`" :field="`days.${i}.on`" :problem="problem" />
      <CountField v-model="d.count" label="lost" :field="`days.${i}.count`" :problem="problem" />
    </template>
    <button type="button" class="more" data-testid="another-day" @click="days.push({ on: '', count: 1 })">
      Another day
    </button>
    <TextField v-model="note" label="Note" field="note" :problem="problem" maxlength="500" />
  </EntryForm>
</template>
