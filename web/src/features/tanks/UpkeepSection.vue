<script setup lang="ts">
import { ref } from 'vue'
import { answer, api, type Schemas } from '@/api/client'
import ProblemNote from '@/shared/ProblemNote.vue'
import { useSession } from '@/shared/session'
import { useStrike } from '@/shared/useStrike'
import { useUpkeep } from '@/shared/useUpkeep'
import { useWrite } from '@/shared/useWrite'
import StandingForm from './StandingForm.vue'
import UpkeepForm from './UpkeepForm.vue'
import { useUpkeepOf } from './queries'
import * as said from '@/shared/words'
import * as texts from './words'

/** What is done at this tank every so many days, and what was done last. */
type Standing = Schemas['StandingOut']
const props = defineProps<{ tank: string; name: string }>()
const emit = defineEmits<{ change: [share: string]; test: [] }>()
const session = useSession()
const told = useUpkeepOf(() => props.tank)
const open = ref<'plan' | 'note' | null>(null)
const { tick, problem, wordOf, isKept, isBusy } = useUpkeep()
const ending = ref('')
const end = useWrite((write_id) =>
  answer(
    api.POST('/api/rooms/{room_id}/standing/{standing_id}/end', {
      params: { path: { ...session.inRoom(), standing_id: ending.value } },
      body: { write_id },
    }),
  ),
)
const { strike, problem: strikeProblem } = useStrike()
async function press(s: Standing) {
  if (s.done_by === 'change') emit('change', s.share)
  else if (s.done_by === 'reading') emit('test')
  else await tick(s)
}
async function stop(s: Standing) {
  ending.value = s.uid
  await end.run()
}
</script>

<template>
  <section v-if="told.data.value" aria-label="Upkeep" data-testid="upkeep">
    <h2 class="block-head">Upkeep</h2>
    <ProblemNote :problem="problem ?? end.problem.value ?? strikeProblem" />
    <p v-if="!told.data.value.standing.length" class="py-2.5 max-w-155">
      {{ texts.NOTHING_IS_PLANNED_HERE }}
    </p>
    <ul class="rows">
      <li
        v-for="s in told.data.value.standing"
        :key="s.uid"
        class="in-row justify-between gap-y-1.5 gap-x-4 py-2.5"
        data-testid="standing"
      >
        <div>
          <span
            ><b>{{ s.title }}</b
            >, {{ s.words }}</span
          >
          <span class="small quiet block max-w-130">{{ s.text }}</span>
        </div>
        <div class="does in-row gap-2">
          <span class="small"
            >{{ s.last_words }}, due {{ s.due_words
            }}<b v-if="s.late_words" class="brick late block">{{ s.late_words }}</b></span
          >
          <span v-if="isKept(s)" class="small tannin">{{ said.WRITTEN_DOWN_HERE_IT }}</span>
          <Button
            v-else
            :label="wordOf(s)"
            :severity="s.due ? undefined : 'secondary'"
            :loading="isBusy(s)"
            :aria-label="`${wordOf(s)}, ${s.title}`"
            @click="press(s)"
          />
          <button
            type="button"
            class="link small phone:min-h-11"
            :aria-label="`end: ${s.title}`"
            @click="stop(s)"
          >
            end it
          </button>
        </div>
      </li>
    </ul>
    <div class="presses in-row gap-2 mt-2.5">
      <Button label="Plan something" severity="secondary" @click="open = 'plan'" />
      <Button :label="texts.WRITE_DOWN_WHAT_WAS" severity="secondary" @click="open = 'note'" />
    </div>
    <ul v-if="told.data.value.done.length" class="small mt-3" data-testid="upkeep-done">
      <li
        v-for="d in told.data.value.done"
        :key="d.uid"
        class="flex items-baseline justify-between gap-3 py-1"
      >
        <span
          >{{ d.day_words }} <span class="fig">{{ d.at_words }}</span> {{ d.words
          }}{{ d.note ? `, ${d.note}` : '' }}, <span class="quiet">{{ d.by }}</span></span
        >
        <button
          type="button"
          class="link flex-none phone:min-h-11"
          :aria-label="`strike out: ${d.words} ${d.day_words}`"
          @click="strike('upkeep', d.uid)"
        >
          strike out
        </button>
      </li>
    </ul>
    <Dialog
      v-if="open"
      visible
      modal
      :header="`${name}, ${open === 'plan' ? texts.SO_MANY_DAYS_APART : texts.SAYS_WHAT_WAS_DONE}`"
      @update:visible="open = null"
    >
      <StandingForm v-if="open === 'plan'" :tank="tank" :kinds="told.data.value.kinds" @done="open = null" />
      <UpkeepForm v-else :tank="tank" :kinds="told.data.value.kinds" @done="open = null" />
    </Dialog>
  </section>
</template>

<style scoped>
section {
  margin-bottom: 28px;
  max-width: 900px;
}
.rows li > div:first-child {
  flex: 1 1 320px;
}
</style>
