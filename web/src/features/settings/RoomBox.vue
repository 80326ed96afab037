<script setup lang="ts">
import { computed, ref } from 'vue'
import { answer, api } from '@/api/client'
import ProblemNote from '@/shared/ProblemNote.vue'
import { useSession } from '@/shared/session'
import { useWrite } from '@/shared/useWrite'
import { useReportingPlaces } from './queries'
import * as texts from './words'

/** What is said of a fishroom once, for everybody in it: where it stands decides which diseases must be reported. */
const session = useSession()
const picked = ref(session.room?.law ?? '')
const { data: places } = useReportingPlaces()
const options = computed(() => [{ id: '', name: texts.SOMEWHERE_ELSE }, ...(places.value ?? [])])
const write = useWrite((write_id) =>
  answer(
    api.PUT('/api/rooms/{room_id}/law', {
      params: { path: session.inRoom() },
      body: { write_id, law: picked.value },
    }),
  ),
)
async function choose(law: string) {
  picked.value = law
  write.forget()
  if (await write.run()) await session.read()
}
</script>

<template>
  <section class="max-w-160 mt-8" :aria-label="texts.WHERE_THIS_FISHROOM_STANDS">
    <h2 class="block-head">{{ session.room?.name }}</h2>
    <label
      v-if="session.own.length > 1"
      class="line grid grid-cols-[140px_1fr] items-center min-h-14 phone:grid-cols-[1fr] phone:py-2 phone:px-0 phone:gap-1.5"
      ><span>Fishroom</span>
      <Select
        :model-value="session.room?.uid"
        :options="session.own"
        option-label="name"
        option-value="uid"
        aria-label="Fishroom"
        data-testid="set-room"
        @update:model-value="session.openRoom($event)"
      />
    </label>
    <label
      class="line grid grid-cols-[140px_1fr] items-center min-h-14 phone:grid-cols-[1fr] phone:py-2 phone:px-0 phone:gap-1.5"
      ><span>{{ texts.IT_STANDS_IN }}</span>
      <Select
        :model-value="picked"
        :options="options"
        option-label="name"
        option-value="id"
        :placeholder="texts.NOBODY_SAID_YET"
        :aria-label="texts.IT_STANDS_IN"
        data-testid="set-law"
        @update:model-value="choose"
      />
    </label>
    <p class="small quiet">
      {{ texts.THIS_DECIDES_WHICH_DISEASES }}
    </p>
    <ProblemNote :problem="write.problem.value" />
    <p class="small">
      <a :href="`/api/rooms/${session.room?.uid}/species.yaml`" download data-testid="own-species">{{
        texts.ITS_OWN_KINDS_OF
      }}</a>
    </p>
  </section>
</template>
