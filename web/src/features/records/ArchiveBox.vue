<script setup lang="ts">
import { onBeforeUnmount, ref, watch } from 'vue'
import { useSession } from '@/shared/session'
import { useRestore } from './restore'
import { useStale } from '@/shared/queries'

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
  <section aria-label="The whole fishroom" class="archive mt-7 max-w-190">
    <h2 class="block-head">The whole fishroom as one file</h2>
    <p class="small quiet pt-1.5 pb-2.5">
      Everything in {{ session.room?.name }}: JSON lines and CSV for each table, and the pictures. It goes
      into an empty fishroom and makes it the same; a damaged file changes nothing. Calendar addresses and the
      tokens of instruments stay here.
    </p>
    <div class="in-row gap-3">
      <a :href="`/api/rooms/${session.inRoom().room_id}/archive`" download data-testid="export-archive"
        >Take it all out</a
      >
      <label for="archive-file">Bring one in</label>
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
    <p v-if="done" role="status" class="leaf" data-testid="archive-done">It is all here.</p>
  </section>
</template>

<style scoped>
.progress :deep(.p-progressbar) {
  flex: 1 1 200px;
}
</style>
