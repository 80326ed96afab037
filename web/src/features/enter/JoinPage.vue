<script setup lang="ts">
import { computed, onMounted, reactive, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { answer, api, Problem, type Schemas } from '@/api/client'
import EntryForm from '@/shared/EntryForm.vue'
import ProblemNote from '@/shared/ProblemNote.vue'
import { useSession } from '@/shared/session'
import TextField from '@/shared/TextField.vue'
import EnterFrame from './EnterFrame.vue'
import * as texts from './words'

/** Coming in by an invitation: into what, as what, and under which name. */
const session = useSession()
const route = useRoute()
const router = useRouter()
const token = computed(() => route.hash.slice(1))
const offered = ref<Schemas['JoinOut'] | null>(null)
const closed = ref<Problem | null>(null)
const problem = ref<Problem | null>(null)
const busy = ref(false)
const form = reactive({ username: '', display_name: '', password: '' })
onMounted(async () => {
  try {
    offered.value = await answer(api.POST('/api/join/look', { body: { token: token.value } }))
    form.display_name = session.keeper ? '' : offered.value.name
  } catch (error) {
    if (!(error instanceof Problem)) throw error
    closed.value = error
  }
})
async function join() {
  if (busy.value || !offered.value) return
  busy.value = true
  problem.value = null
  try {
    const account = session.keeper ? {} : form
    const next = await answer(api.POST('/api/join', { body: { token: token.value, ...account } }))
    session.take(next)
    session.enterRoom(offered.value.uid)
    await router.replace({ name: 'today' })
  } catch (error) {
    if (!(error instanceof Problem)) throw error
    problem.value = error
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <EnterFrame>
    <template v-if="offered">
      <p class="lead">
        {{ texts.invitesYouIntoAs(offered.by, offered.fishroom, offered.role, offered.role_words) }}
      </p>
      <EntryForm
        :label="session.keeper ? texts.comeInAs(session.keeper.display_name) : 'Come in'"
        :busy="busy"
        :problem="problem"
        :fields="['username', 'display_name', 'password']"
        testid="join"
        @save="join"
      >
        <template v-if="!session.keeper">
          <TextField
            v-model="form.display_name"
            label="Your name"
            field="display_name"
            :problem="problem"
            autocomplete="name"
          />
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
            :hint="texts.TEN_CHARACTERS_OR_MORE"
            type="password"
            autocomplete="new-password"
          />
        </template>
      </EntryForm>
    </template>
    <ProblemNote v-else :problem="closed" />
  </EnterFrame>
</template>
