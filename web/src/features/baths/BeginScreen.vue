<script setup lang="ts">
import { ref, watch } from 'vue'
import { answer, api, type Schemas } from '@/api/client'
import { capital } from '@/shared/capital'
import EntryForm from '@/shared/EntryForm.vue'
import ProblemNote from '@/shared/ProblemNote.vue'
import { useSession } from '@/shared/session'
import TextField from '@/shared/TextField.vue'
import { useWrite } from '@/shared/useWrite'
import WhenField from '@/shared/WhenField.vue'
import * as said from '@/shared/words'
import * as texts from './words'

/** All is ready: the waters side by side once more, what stops it within reach, and the press that starts the timer. */
const props = defineProps<{ run: Schemas['RunOut']; busy: boolean; problem: Error | null }>()
const emit = defineEmits<{ begin: [] }>()
/** it was given already, without the timer here */
const already = ref(false)
const at = ref<string | null>(null)
const minutes = ref('')
const session = useSession()
const given = useWrite((write_id) =>
  answer(
    api.POST('/api/rooms/{room_id}/baths/{bath_id}/given', {
      params: { path: { ...session.inRoom(), bath_id: props.run.uid } },
      body: { write_id, happened_at: at.value ?? '', minutes: minutes.value },
    }),
  ),
)
watch([at, minutes], () => given.forget())
</script>

<template>
  <p class="say">{{ run.say.start_say }}</p>
  <table v-if="run.pairs.length && !run.in_tank" class="pairs border-collapse text-20">
    <thead>
      <tr>
        <th scope="col"><span class="unseen">what</span></th>
        <th scope="col">bath</th>
        <th scope="col">theirs</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="p in run.pairs" :key="p.name">
        <th scope="row">{{ p.name }}</th>
        <td class="fig text-left line-t-rule pr-3 pl-0 pt-2 pb-2">{{ p.bath }}</td>
        <td class="fig text-left line-t-rule pr-3 pl-0 pt-2 pb-2">{{ p.home }}</td>
      </tr>
    </tbody>
  </table>
  <p v-for="t in run.tender" :key="t" class="tannin">{{ capital(t) }}.</p>
  <p v-if="run.within_reach"><b>Within reach</b> {{ run.within_reach }}</p>
  <ProblemNote :problem="problem" />
  <EntryForm
    v-if="already"
    :label="said.WRITE_IT_DOWN"
    :busy="given.busy.value"
    :problem="given.problem.value"
    :fields="['happened_at', 'minutes']"
    :disabled="!at"
    testid="save-given"
    @save="given.run()"
  >
    <WhenField v-model="at" label="Fish in" :problem="given.problem.value" :hint="texts.DAY_AND_HOUR" />
    <TextField
      v-if="!run.swab"
      v-model="minutes"
      figure
      :label="said.MINUTES_THEY_WERE_IN"
      field="minutes"
      :problem="given.problem.value"
      inputmode="decimal"
    />
  </EntryForm>
  <div class="foot">
    <button v-if="!run.in_tank && run.turn === 1" type="button" class="back" @click="already = !already">
      {{ already ? 'not yet' : 'given already' }}
    </button>
    <Button
      v-if="!already"
      class="next"
      :label="run.say.start"
      :loading="busy"
      data-testid="fish-in"
      @click="emit('begin')"
    />
  </div>
</template>

<style scoped>
.pairs th {
  text-align: left;
  border-top: 1px solid var(--rule);
  padding: 8px 12px 8px 0;
}
</style>
