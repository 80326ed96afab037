<script setup lang="ts">
import { computed, ref } from 'vue'
import { answer, api } from '@/api/client'
import FigureText from '@/shared/FigureText.vue'
import EntryForm from '@/shared/EntryForm.vue'
import { useSession } from '@/shared/session'
import { useWrite } from '@/shared/useWrite'
import WhenField from '@/shared/WhenField.vue'
import TextField from '@/shared/TextField.vue'
import { useGoesBack } from '@/shared/queries'
import * as texts from './words'

/** A water change of a stated share: how much water that is, and what must go back in. */
const props = defineProps<{ tank: string; share: string; task?: string; putBack: boolean }>()
const emit = defineEmits<{ done: [] }>()
const session = useSession()
const share = ref(props.share)
const back = ref(props.putBack)
const at = ref<string | null>(null)

const goes = useGoesBack(() => props.tank, share, at)
const parts = computed(() => goes.data.value?.parts ?? [])
const sent = () => ({
  share: share.value,
  task: props.task ?? null,
  put_back: back.value && parts.value.length > 0,
  happened_at: at.value,
})
const write = useWrite(
  (write_id) =>
    answer(
      api.POST('/api/rooms/{room_id}/tanks/{tank_id}/changes', {
        params: { path: { ...session.inRoom(), tank_id: props.tank } },
        body: { write_id, ...sent() },
      }),
    ),
  // what goes back must have been read before it is said to have gone back
  () =>
    back.value && !goes.data.value
      ? null
      : {
          path: `/api/rooms/${session.inRoom().room_id}/tanks/${props.tank}/changes`,
          body: sent(),
          words: `${label.value}`,
        },
)
const label = computed(() =>
  back.value && parts.value.length
    ? texts.changedAndPutBack(
        share.value,
        parts.value.map((p) => `${p.amount.figure} ${p.amount.unit}`).join(' and '),
      )
    : `Changed ${share.value}`,
)
async function save() {
  if (await write.run()) emit('done')
}
</script>

<template>
  <EntryForm
    :label="label"
    :busy="write.busy.value"
    :problem="write.problem.value"
    :fields="['happened_at', 'share']"
    testid="save-change"
    @save="save"
  >
    <TextField
      v-model="share"
      figure
      :label="texts.SHARE_OF_THE_WATER"
      field="share"
      :problem="write.problem.value"
      :hint="goes.data.value ? `${goes.data.value.volume.figure} ${goes.data.value.volume.unit}` : undefined"
    />
    <WhenField v-model="at" :problem="write.problem.value" />
    <template v-if="parts.length">
      <div class="flex items-center gap-2.5 min-h-12">
        <Checkbox v-model="back" binary input-id="put-back" />
        <label for="put-back">{{ texts.PUT_BACK_WHAT_THE }}</label>
      </div>
      <div v-if="back" class="back" data-testid="goes-back">
        <p
          v-for="p in parts"
          :key="p.name"
          class="grid grid-cols-[auto_1fr] gap-y-0 gap-x-3 items-baseline py-2 line-t-rule"
        >
          <FigureText
            class="amount text-28 leading-8.5 font-600"
            :figure="p.amount.figure"
            :unit="p.amount.unit"
          />
          <span>{{ p.name }}</span>
          <span class="small quiet col-span-full">{{ p.tool_words }}</span>
        </p>
      </div>
    </template>
  </EntryForm>
</template>

<style scoped>
.share {
  width: 96px;
}
</style>
