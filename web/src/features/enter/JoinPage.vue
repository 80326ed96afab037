<script setup lang="ts">
import { computed, onMounted, reactive, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { answer, api, Problem, type Schemas } from '@/api/client'
import EntryForm from '@/shared/EntryForm.vue'
import ProblemNote from '@/shared/ProblemNote.vue'
import { useSession } from '@/shared/session'
import TextField from '@/shared/TextField.vue'

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
    const room = next.keeper?.rooms.find((r) => r.name === offered.value?.fishroom)
    if (room) session.enterRoom(room.uid)
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
  <main class="enter">
    <h1>Pennywort</h1>
    <template v-if="offered">
      <p class="lead">
        {{ offered.by }} invites you into {{ offered.fishroom }}, as {{ offered.role }}:
        {{ offered.role_words }}.
      </p>
      <EntryForm
        :label="session.keeper ? `Come in as ${session.keeper.display_name}` : 'Come in'"
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
            hint="ten characters or more"
            type="password"
            autocomplete="new-password"
          />
        </template>
      </EntryForm>
    </template>
    <ProblemNote v-else :problem="closed" />
  </main>
</template>

<style scoped>
.enter {
  max-width: 460px;
  margin: 12vh auto 0;
  padding: 0 20px;
}
h1 {
  font-size: 28px;
  line-height: 40px;
  padding-bottom: 4px;
  border-bottom: 3px solid var(--ink);
  box-shadow:
    0 4px 0 -1px var(--paper),
    0 5px 0 -1px var(--ink);
}
.lead {
  padding: 16px 0;
  font-size: 16px;
  line-height: 23px;
}
</style>
