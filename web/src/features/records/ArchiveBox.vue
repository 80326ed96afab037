<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query'
import { onBeforeUnmount, ref, watch } from 'vue'
import { useSession } from '@/shared/session'
import { useRestore } from './restore'

/** The whole fishroom as one file, and such a file into an empty fishroom. */
const session = useSession()
const queries = useQueryClient()
const input = ref<HTMLInputElement | null>(null)
const { start, stop, words, share, busy, failed, done } = useRestore(() => session.inRoom().room_id)
function take(event: Event) {
  const file = (event.target as HTMLInputElement).files?.[0]
  if (file) start(file)
  if (input.value) input.value.value = ''
}
watch(done, (here) => {
  if (here) void queries.invalidateQueries()
})
onBeforeUnmount(() => busy.value && stop())
</script>

<template>
  <section aria-label="The whole fishroom" class="archive">
    <h2 class="block-head">The whole fishroom as one file</h2>
    <p class="small quiet">
      Everything in {{ session.room?.name }}: JSON lines and CSV for each table, and the pictures. It goes
      into an empty fishroom and makes it the same; a damaged file changes nothing. Calendar addresses and the
      tokens of instruments stay here.
    </p>
    <div class="do">
      <a :href="`/api/rooms/${session.inRoom().room_id}/archive`" download data-testid="export-archive"
        >Take it all out</a
      >
      <label for="archive-file">Bring one in</label>
      <input
        id="archive-file"
        ref="input"
        type="file"
        accept=".zip,application/zip"
        :disabled="busy"
        data-testid="archive-file"
        @change="take"
      />
    </div>
    <div v-if="busy" class="progress">
      <span id="archive-step">{{ words }}</span>
      <ProgressBar :value="share" aria-labelledby="archive-step" />
      <Button label="Stop" severity="secondary" @click="stop" />
    </div>
    <p v-if="failed" role="alert" class="brick" data-testid="archive-failed">{{ failed }}</p>
    <p v-if="done" role="status" class="leaf" data-testid="archive-done">It is all here.</p>
  </section>
</template>

<style scoped>
.archive {
  margin-top: 28px;
  max-width: 760px;
}
.archive > .small {
  padding: 6px 0 10px;
}
.do,
.progress {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  align-items: center;
}
.do input {
  max-width: 100%;
}
.progress :deep(.p-progressbar) {
  flex: 1 1 200px;
}
.progress {
  margin-top: 12px;
}
</style>
