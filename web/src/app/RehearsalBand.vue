<script setup lang="ts">
import { computed } from 'vue'
import { useRoute } from 'vue-router'
import LinkButton from '@/shared/LinkButton.vue'
import { useSession } from '@/shared/session'
import { useRehearsalClock } from './queries'
import * as said from '@/shared/words'
import * as texts from './words'

/** On every screen of a rehearsal: that it is one, at which hour of its own clock, and the way back to the tank and out. */
const session = useSession()
const route = useRoute()
const { data } = useRehearsalClock()
const words = computed(() => {
  const r = data.value
  if (!r) return texts.NOTHING_IS_WRITTEN
  return r.ended ? `${r.name}, ended` : `${r.name}, day ${r.day} of ${r.days}, ${r.clock}`
})
function leave() {
  if (session.home) session.openRoom(session.home.uid, '/rehearse')
}
</script>

<template>
  <aside
    class="band in-row gap-y-1.5 gap-x-3.5 min-h-10 mb-2 print:hidden"
    :aria-label="texts.THIS_IS_A_REHEARSAL"
    data-testid="rehearsal-band"
  >
    <b class="bg-ink text-paper rounded py-0.5 px-2.25 text-14 leading-5">Rehearsal</b>
    <span class="words flex-1 text-14 text-ink2 phone:basis-60%">{{ words }}</span>
    <LinkButton
      v-if="data?.ended && route.name !== 'reveal'"
      :to="{ name: 'reveal' }"
      :label="said.WHAT_IT_WAS"
    />
    <LinkButton
      v-else-if="!data?.ended && route.name !== 'tank-side'"
      :to="{ name: 'tank-side' }"
      :label="said.AT_THE_TANK"
    />
    <button
      type="button"
      class="min-h-8 bare line-none py-0 px-1 text-ink [font:inherit] underline cursor-pointer phone:min-h-11"
      data-testid="leave-rehearsal"
      @click="leave"
    >
      Leave it
    </button>
  </aside>
</template>

<style scoped>
.band :deep(.act) {
  padding: 3px 12px;
  min-height: 32px;
}
@media (max-width: 759px) {
  .band :deep(.act) {
    min-height: 44px;
  }
}
</style>
