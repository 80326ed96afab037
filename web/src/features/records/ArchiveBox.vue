<script setup lang="ts">
import { onBeforeUnmount, ref, watch } from 'vue'
import { useSession } from '@/shared/session'
import { useRestore } from './restore'
import { useStale } from '@/shared/queries'
import * as texts from './words'

/** The whole fishroom as one file, and such a file into an empty fishroom. */
const session = useSession()
const stale = useStale()
const input = ref<HTMLInputElement | null>(null)
const { start, stop, words, share, busy, failed, done } = useRestore(() => session.inRoom().room_id)
function take(event: Event) {
  const file = (event.target as HTMLInputElement).files?.[0]
  if (file) start(file)
  if (input.value) input.value.value = ''
}
watch(done, (here) => {
  if (here) void stale.record()
})
onBeforeUnmount(() => busy.value && stop())
</script>

<template>
  <section :aria-label="texts.THE_WHOLE_FISHROOM" class="archive mt-7 max-w-190">
    <h2 class="block-head">{{ texts.THE_WHOLE_FISHROOM_AS }}</h2>
    <p class="small quiet pt-1.5 pb-2.5">
      {{ texts.everythingInJsonLines(session.room?.name ?? '') }}
    </p>
    <div class="in-row gap-3">
      <a :href="`/api/rooms/${session.inRoom().room_id}/archive`" download data-testid="export-archive">{{
        texts.TAKE_IT_ALL_OUT
      }}</a>
      <label for="archive-file">{{ texts.BRING_ONE_IN }}</label>
      <input
        id="archive-file"
        ref="input"
        class="max-w-full"
        type="file"
        accept=".zip,application/zip"
        :disabled="busy"
        data-testid="archive-file"
        @change="take"
      />
    </div>
    <div v-if="busy" class="progress in-row gap-3 mt-3">
      <span id="archive-step">{{ words }}</span>
      <ProgressBar :value="share" aria-labelledby="archive-step" />
      <Button label="Stop" severity="secondary" @click="stop" />
    </div>
    <p v-if="failed" role="alert" class="brick" data-testid="archive-failed">{{ failed }}</p>
    <p v-if="done" role="status" class="leaf" data-testid="archive-done">{{ texts.IT_IS_ALL_HERE }}</p>
  </section>
</template>

<style scoped>
.progress :deep(.p-progressbar) {
  flex: 1 1 200px;
}
</style>
