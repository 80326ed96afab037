<script setup lang="ts">
import { ref } from 'vue'
import { answer, api } from '@/api/client'
import ProblemNote from '@/shared/ProblemNote.vue'
import { useSession } from '@/shared/session'
import TextField from '@/shared/TextField.vue'
import { useWrite } from '@/shared/useWrite'
import SecretShown from './SecretShown.vue'
import { useFeeds } from './queries'
import * as texts from './words'

/** Calendar addresses: made, shown once, revoked. */
const session = useSession()
const name = ref('')
const made = ref('')
const revoked = ref('')
const feeds = useFeeds()
const make = useWrite((write_id) =>
  answer(
    api.POST('/api/rooms/{room_id}/feeds', {
      params: { path: session.inRoom() },
      body: { write_id, name: name.value },
    }),
  ),
)
const revoke = useWrite((write_id) =>
  answer(
    api.POST('/api/rooms/{room_id}/feeds/{feed_id}/revoke', {
      params: { path: { ...session.inRoom(), feed_id: revoked.value } },
      body: { write_id },
    }),
  ),
)
async function add() {
  const done = await make.run()
  if (!done) return
  made.value = `${location.origin}${done.path}`
  name.value = ''
}
async function takeBack(uid: string) {
  revoked.value = uid
  if (await revoke.run()) made.value = ''
}
</script>

<template>
  <section class="max-w-160 mt-8" aria-label="Calendar feeds">
    <h2 class="block-head">Calendar feeds</h2>
    <p class="small quiet py-2">
      {{ texts.whatIsDueIn(session.room?.name ?? '') }}
    </p>
    <ul v-if="feeds.data.value?.length" class="rows">
      <li
        v-for="f in feeds.data.value"
        :key="f.uid"
        class="grid grid-cols-[160px_1fr_auto] gap-3 items-center min-h-13 phone:grid-cols-[1fr_auto] phone:py-2 phone:px-0"
        data-testid="feed"
      >
        <b>{{ f.name }}</b>
        <span class="small quiet phone:row-[2] phone:col-span-full"
          >made {{ f.made_words }}, {{ f.read_words }}</span
        >
        <Button
          label="Revoke"
          severity="secondary"
          :aria-label="texts.revokeTheAddressFor(f.name)"
          :loading="revoke.busy.value && revoked === f.uid"
          @click="takeBack(f.uid)"
        />
      </li>
    </ul>
    <SecretShown v-if="made" :words="texts.THE_ADDRESS_SHOWN_THIS" :address="made" testid="feed-address" />
    <form novalidate class="add" @submit.prevent="add">
      <TextField
        v-model="name"
        :label="texts.FOR_WHICH_DEVICE"
        field="name"
        :problem="make.problem.value"
        :hint="texts.MY_PHONE_THE_WALL"
        maxlength="40"
      />
      <ProblemNote :problem="make.problem.value ?? revoke.problem.value" :fields="['name']" />
      <Button
        type="submit"
        :label="texts.MAKE_AN_ADDRESS"
        :loading="make.busy.value"
        data-testid="make-feed"
      />
    </form>
  </section>
</template>

<style scoped>
.add :deep(.p-button) {
  margin-top: 12px;
  min-height: 44px;
}
</style>
