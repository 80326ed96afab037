<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { answer, api, Problem } from '@/api/client'
import ProblemNote from '@/shared/ProblemNote.vue'
import { useSession } from '@/shared/session'
import { SIGN_INS, useSignIns } from './queries'
import * as texts from './words'

/** Where this keeper is signed in, and the press that ends it there. */
const session = useSession()
const queries = useQueryClient()
const found = useSignIns()
const all = computed(() => found.data.value ?? [])
const since = (at: string) =>
  new Date(at).toLocaleString('en-GB', {
    timeZone: session.room?.time_zone,
    day: 'numeric',
    month: 'short',
    hour: '2-digit',
    minute: '2-digit',
  })
const busy = ref('')
const problem = ref<Problem | null>(null)
async function end(which: string) {
  busy.value = which
  problem.value = null
  try {
    queries.setQueryData(SIGN_INS, await answer(api.POST('/api/me/sign-ins/end', { body: { which } })))
  } catch (error) {
    if (!(error instanceof Problem)) throw error
    problem.value = error
    await found.refetch()
  } finally {
    busy.value = ''
  }
}
</script>

<template>
  <section class="max-w-160 mt-8" :aria-label="texts.WHERE_YOU_ARE_SIGNED">
    <h2 class="block-head">{{ texts.WHERE_YOU_ARE_SIGNED }}</h2>
    <ul class="rows">
      <li v-for="s in all" :key="s.id" class="apart gap-3 min-h-13" data-testid="sign-in">
        <span
          >{{ s.words
          }}<span v-if="s.began_at" class="small quiet">, since {{ since(s.began_at) }}</span></span
        >
        <span v-if="s.here" class="small quiet">this browser</span>
        <Button
          v-else
          label="End it"
          severity="secondary"
          :aria-label="`End it: ${s.words}`"
          :loading="busy === s.id"
          @click="end(s.id)"
        />
      </li>
    </ul>
    <ProblemNote :problem="problem ?? found.error.value" />
    <Button
      v-if="all.length > 2"
      :label="texts.END_ALL_OTHERS"
      severity="secondary"
      :loading="busy === 'others'"
      @click="end('others')"
    />
  </section>
</template>
