<script setup lang="ts">
import { ref } from 'vue'
import { answer, api, Problem, type Schemas } from '@/api/client'
import ChoiceRow from '@/shared/ChoiceRow.vue'
import CountField from '@/shared/CountField.vue'
import EntryForm from '@/shared/EntryForm.vue'
import FieldRow from '@/shared/FieldRow.vue'
import { sendPhoto } from '@/shared/sendPhoto'
import { useSession } from '@/shared/session'
import TextField from '@/shared/TextField.vue'
import { useWrite } from '@/shared/useWrite'
import WhenField from '@/shared/WhenField.vue'
import { LOSS_FIELDS, useLossFacts } from './lossFacts'
import LossesOver from './LossesOver.vue'
import LossFacts from './LossFacts.vue'
import { useStale } from '@/shared/queries'
import { LOSS_MANNERS } from '@/shared/choices'
import * as texts from './words'

/** A loss: how many and how in one press; what else is known behind one more. */
const props = defineProps<{ group: { uid: string; words: string } }>()
const emit = defineEmits<{ done: [] }>()
const session = useSession()
const stale = useStale()
const count = ref<number | null>(1)
const plusMinus = ref<number | null>(null)
const manner = ref<NonNullable<Schemas['LossIn']['manner']>>('died')
const note = ref('')
const at = ref<string | null>(null)
const more = ref(false)
const over = ref(false)
const photo = ref<HTMLInputElement | null>(null)
const photoProblem = ref<Problem | null>(null)
const { facts, words, names, sent } = useLossFacts(() => props.group.uid)
const path = () => ({ ...session.inRoom(), group_id: props.group.uid })
const lost = () => ({
  count: count.value ?? 0,
  count_plus_minus: plusMinus.value ?? 0,
  manner: manner.value,
  note: note.value,
  happened_at: at.value,
  ...sent(),
})
const write = useWrite(
  (write_id) =>
    answer(
      api.POST('/api/rooms/{room_id}/groups/{group_id}/losses', {
        params: { path: path() },
        body: { write_id, ...lost() },
      }),
    ),
  // a picture of it needs its answer
  () =>
    photo.value?.files?.length
      ? null
      : {
          path: `/api/rooms/${path().room_id}/groups/${path().group_id}/losses`,
          body: lost(),
          words: `${count.value} of ${props.group.words} lost`,
        },
)
const problem = write.problem
const kept = ref('')
async function save() {
  // where only the picture was refused, the loss stands already
  if (!kept.value) {
    const done = await write.run()
    if (!done) return
    // it waits in the browser: there is nothing to send a picture with
    if (!done.uid) return emit('done')
    kept.value = done.uid
  }
  const file = photo.value?.files?.[0]
  photoProblem.value = null
  try {
    if (file) {
      await sendPhoto(path(), file, { fish: facts.value.fish ?? '', loss: kept.value })
      await stale.record()
    }
    emit('done')
  } catch (caught) {
    if (!(caught instanceof Problem)) throw caught
    photoProblem.value = caught
  }
}
</script>

<template>
  <LossesOver v-if="over" :group="group" @done="emit('done')" />
  <EntryForm
    v-else
    :label="kept ? texts.SEND_THE_PICTURE_AGAIN : count === 1 ? 'One lost' : `${count ?? 0} lost`"
    :busy="write.busy.value"
    :problem="problem ?? photoProblem"
    :fields="['count', 'count_plus_minus', 'happened_at', 'note', ...LOSS_FIELDS]"
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
    <CountField v-model="plusMinus" :label="texts.GIVE_OR_TAKE" field="count_plus_minus" :problem="problem" />
    <ChoiceRow v-model="manner" label="How" :choices="LOSS_MANNERS" />
    <WhenField v-model="at" label="Found" :problem="problem" />
    <TextField v-model="note" label="Note" field="note" :problem="problem" maxlength="500" />
    <template v-if="more">
      <LossFacts v-model="facts" :names="names" :problem="problem" :words="words" />
      <FieldRow v-slot="f" label="Picture" field="file" :problem="photoProblem">
        <input
          :id="f.id"
          ref="photo"
          type="file"
          accept="image/*"
          capture="environment"
          class="max-w-full text-ink"
        />
      </FieldRow>
    </template>
    <button v-else type="button" class="more" data-testid="more-loss" @click="more = true">
      {{ texts.WHICH_SIGNS_WHAT_IS }}
    </button>
    <button v-if="!kept" type="button" class="more" data-testid="losses-over" @click="over = true">
      {{ texts.SEVERAL_DAYS_AT_ONCE }}
    </button>
  </EntryForm>
</template>
