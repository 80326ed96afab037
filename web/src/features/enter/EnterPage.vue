<script setup lang="ts">
import { computed, onMounted, reactive, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { answer, api, Problem, type Schemas } from '@/api/client'
import FieldRow from '@/shared/FieldRow.vue'
import ProblemNote from '@/shared/ProblemNote.vue'
import { useSession } from '@/shared/session'
import TextField from '@/shared/TextField.vue'
import EnterFrame from './EnterFrame.vue'
import * as texts from './words'

const session = useSession()
const route = useRoute()
const router = useRouter()
const problem = ref<Problem | null>(null)
const busy = ref(false)
const first = computed(() => session.state?.needs_set_up ?? false)
const form = reactive({
  username: '',
  password: '',
  display_name: '',
  fishroom: '',
  time_zone: Intl.DateTimeFormat().resolvedOptions().timeZone || 'UTC',
})
const zones = ref<string[]>([])
const offered = ref<string[]>([])

async function enter(call: () => Promise<Schemas['SessionOut']>) {
  if (busy.value) return
  busy.value = true
  problem.value = null
  try {
    session.take(await call())
    const to = route.query['to']
    await router.replace(typeof to === 'string' && to.startsWith('/') ? to : { name: 'today' })
  } catch (error) {
    if (!(error instanceof Problem)) throw error
    problem.value = error
  } finally {
    busy.value = false
  }
}

function send() {
  const { username, password, display_name, fishroom, time_zone } = form
  if (first.value)
    return enter(() =>
      answer(api.POST('/api/set-up', { body: { username, password, display_name, fishroom, time_zone } })),
    )
  return enter(() => answer(api.POST('/api/session', { body: { username, password } })))
}

function offer(typed: string) {
  const words = typed.toLowerCase()
  offered.value = zones.value.filter((z) => z.toLowerCase().includes(words)).slice(0, 40)
}

async function useLink() {
  const token = route.hash.slice(1)
  if (!token) return
  await enter(() => answer(api.POST('/api/session/link', { body: { token } })))
  if (problem.value) await router.replace({ name: 'enter' })
}
// a link pasted into a page that already stands here changes only the part after the #
watch(() => route.hash, useLink)
onMounted(async () => {
  await useLink()
  if (first.value) zones.value = await answer(api.GET('/api/time-zones'))
})
</script>

<template>
  <EnterFrame>
    <p class="lead">
      {{ first ? texts.NOBODY_LIVES_HERE_YET : texts.QUARANTINE_DIAGNOSIS_AND_TREATMENT }}
    </p>
    <form novalidate @submit.prevent="send">
      <template v-if="first">
        <TextField
          v-model="form.display_name"
          label="Your name"
          field="display_name"
          :problem="problem"
          autocomplete="name"
        />
        <TextField
          v-model="form.fishroom"
          label="Fishroom"
          field="fishroom"
          :problem="problem"
          autocomplete="off"
        />
        <FieldRow v-slot="f" label="Its clock" field="time_zone" :problem="problem">
          <AutoComplete
            v-model="form.time_zone"
            :input-id="f.id"
            :suggestions="offered"
            dropdown
            :pt="{ dropdown: { 'aria-label': texts.ALL_TIME_ZONES } }"
            @complete="offer($event.query)"
          />
        </FieldRow>
      </template>
      <TextField
        v-model="form.username"
        label="Sign-in name"
        field="username"
        :problem="problem"
        autocomplete="username"
        autocapitalize="none"
      />
      <TextField
        v-model="form.password"
        label="Password"
        field="password"
        :problem="problem"
        :hint="first ? texts.TEN_CHARACTERS_OR_MORE : undefined"
        type="password"
        :autocomplete="first ? 'new-password' : 'current-password'"
      />
      <ProblemNote
        :problem="problem"
        :fields="['username', 'password', 'display_name', 'fishroom', 'time_zone']"
      />
      <Button
        type="submit"
        :label="first ? texts.OPEN_THE_FISHROOM : 'Sign in'"
        :loading="busy"
        data-testid="enter"
      />
    </form>
  </EnterFrame>
</template>
