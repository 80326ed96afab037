<script setup lang="ts">
import { inSentence } from '@/shared/inSentence'
import { ref } from 'vue'
import { useRouter } from 'vue-router'
import type { Schemas } from '@/api/client'
import ChangeForm from '@/shared/ChangeForm.vue'
import ProblemNote from '@/shared/ProblemNote.vue'
import { useUpkeep } from '@/shared/useUpkeep'
import * as said from '@/shared/words'

/** What is done every so many days, and is due or late: a change and a test by their forms, the rest by one press. */
type Standing = Schemas['StandingOut']
defineProps<{ upkeep: Standing[] }>()
const router = useRouter()
const { tick, problem, wordOf, isKept, isBusy } = useUpkeep()
const changing = ref<Standing | null>(null)
async function press(s: Standing) {
  if (s.done_by === 'change') changing.value = s
  else if (s.done_by === 'reading')
    await router.push({ name: 'tank', params: { tank: s.tank }, query: { log: 'test' } })
  else await tick(s)
}
</script>

<template>
  <div v-if="upkeep.length" data-testid="upkeep-due">
    <h2>
      Upkeep<span class="fig">{{ upkeep.length }}</span>
    </h2>
    <ProblemNote :problem="problem" />
    <ol>
      <li v-for="s in upkeep" :key="s.uid">
        <span class="what">
          <b>{{ s.tank_name }}</b>
          <span>{{ s.title }}</span>
          <span class="small quiet">{{ s.words }}; {{ s.last_words }}</span>
          <b v-if="s.late_words" class="small brick">{{ s.late_words }}</b>
        </span>
        <span v-if="isKept(s)" class="small tannin">{{ said.WRITTEN_DOWN_HERE_IT }}</span>
        <Button
          v-else
          :label="wordOf(s)"
          severity="secondary"
          :loading="isBusy(s)"
          :aria-label="`${wordOf(s)}, ${s.tank_name}, ${s.title}`"
          @click="press(s)"
        />
      </li>
    </ol>
    <Dialog
      v-if="changing"
      visible
      modal
      :header="`${changing.tank_name}, ${inSentence(changing.title)}`"
      @update:visible="changing = null"
    >
      <ChangeForm :tank="changing.tank" :share="changing.share" put-back @done="changing = null" />
    </Dialog>
  </div>
</template>

<style scoped>
h2 {
  border-top: 2px solid var(--ink);
  font-size: 14px;
  line-height: 20px;
  padding: 4px 0 3px;
  display: flex;
  justify-content: space-between;
  margin-top: 10px;
}
li {
  display: flex;
  justify-content: space-between;
  align-items: start;
  gap: 8px;
  border-top: 1px solid var(--rule);
  padding: 6px 0 7px;
  font-size: 13px;
  line-height: 17px;
}
.what > * {
  display: block;
}
.what > b:first-child {
  font-size: 14px;
}
li :deep(.p-button) {
  flex: none;
  min-width: 108px;
  padding: 7px 8px;
  font-size: 13px;
}
@media (max-width: 759px) {
  li {
    font-size: 14px;
    line-height: 19px;
  }
  .what > b:first-child {
    font-size: 16px;
  }
  li :deep(.p-button) {
    min-height: 56px;
    min-width: 124px;
    font-size: 15px;
  }
}
</style>
