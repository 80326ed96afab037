<script setup lang="ts">
import { refDebounced } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import { onBeforeRouteLeave, useRouter } from 'vue-router'
import { answer, api, type Problem } from '@/api/client'
import PageHead from '@/shared/PageHead.vue'
import ProblemNote from '@/shared/ProblemNote.vue'
import { useSession } from '@/shared/session'
import { useWrite } from '@/shared/useWrite'
import { takeDraft } from './draft'
import { useProtocol, useProtocolCheck } from './queries'
import * as texts from './words'

/** A protocol as text, with what it would do in a sample of 100 L beside it; kept only once it reads without a fault. */
const props = defineProps<{ protocol: string }>()
const session = useSession()
const router = useRouter()
const fresh = computed(() => props.protocol === 'new')
const path = computed(() => ({ ...session.inRoom(), protocol_id: props.protocol }))
const kept = useProtocol(
  () => props.protocol,
  () => !fresh.value,
)
const text = ref(fresh.value ? takeDraft() : '')
const first = ref(text.value)
watch(
  kept.data,
  (now) => {
    if (!now || text.value !== first.value) return
    text.value = first.value = now.text
  },
  { immediate: true },
)
const settled = refDebounced(text, 300)
const check = useProtocolCheck(settled)
const fault = computed(() => (settled.value === text.value ? (check.error.value as Problem | null) : null))
const preview = computed(() => (check.error.value ? null : (check.data.value ?? null)))
const keep = useWrite((write_id) =>
  answer(
    api.POST('/api/rooms/{room_id}/protocols', {
      params: { path: session.inRoom() },
      body: { write_id, text: text.value },
    }),
  ),
)
const remove = useWrite((write_id) =>
  answer(
    api.POST('/api/rooms/{room_id}/protocols/{protocol_id}/remove', {
      params: { path: path.value },
      body: { write_id },
    }),
  ),
)
async function save() {
  const id = preview.value?.id
  if (!id || !(await keep.run())) return
  first.value = text.value
  await router.push({ name: 'protocols' })
}
async function takeOff() {
  if (await remove.run()) await router.push({ name: 'protocols' })
}
function download() {
  const link = document.createElement('a')
  link.href = URL.createObjectURL(new Blob([text.value], { type: 'application/yaml' }))
  link.download = `${preview.value?.id ?? 'protocol'}.yaml`
  link.click()
  URL.revokeObjectURL(link.href)
}
onBeforeRouteLeave(() =>
  text.value === first.value || fresh.value ? true : window.confirm(texts.LEAVE_CHANGES),
)
</script>

<template>
  <PageHead
    :title="kept.data.value?.name ?? 'A protocol'"
    :sentence="kept.data.value?.own || fresh ? texts.CHANGE_THE_TEXT_BESIDE : texts.A_COPY_OF_A"
  />
  <ProblemNote :problem="kept.error.value" />
  <div
    v-if="text || fresh"
    class="grid grid-cols-[minmax(0,1.25fr)_minmax(0,1fr)] gap-8 items-start narrow:grid-cols-[minmax(0,1fr)] narrow:gap-4"
  >
    <div>
      <label for="protocol-text" class="small quiet">{{ texts.YAML_AS_DOCS_COURSES }}</label>
      <Textarea
        id="protocol-text"
        v-model="text"
        rows="26"
        spellcheck="false"
        class="fig w-full text-13 leading-4.5 font-figures whitespace-pre overflow-x-auto"
        data-testid="protocol-text"
      />
      <div class="presses flex flex-wrap gap-2 mt-3">
        <Button
          :label="preview?.replaces ? texts.KEEP_THIS_VERSION : texts.KEEP_IT_AS_YOUR"
          :disabled="!preview || !!fault || settled !== text"
          :loading="keep.busy.value"
          data-testid="keep-protocol"
          @click="save"
        />
        <Button :label="texts.TAKE_ALONG_AS_A" severity="secondary" @click="download" />
        <Button
          v-if="kept.data.value?.own"
          :label="texts.TAKE_IT_OFF_THE"
          severity="secondary"
          :loading="remove.busy.value"
          @click="takeOff"
        />
      </div>
    </div>
    <aside aria-live="polite" data-testid="protocol-preview">
      <ProblemNote :problem="fault ?? keep.problem.value ?? remove.problem.value" />
      <p v-if="fault" class="small quiet">at {{ fault.body.field?.replace('text.', '') }}</p>
      <template v-if="preview && !fault">
        <h2 class="block-head">
          <span>{{ preview.sample }}</span><span class="small quiet">{{
            texts.daysInAll(preview.days)
          }}</span>
        </h2>
        <p class="small quiet">against {{ preview.conditions.join(', ') || 'nothing named' }}</p>
        <table class="border-collapse w-full">
          <tbody>
            <tr v-for="(s, i) in preview.steps" :key="i">
              <td class="fig first:whitespace-nowrap first:w-17.5">day {{ s.day }}</td>
              <td class="first:whitespace-nowrap first:w-17.5">{{ s.title }}</td>
              <td class="fig right pr-0 whitespace-nowrap first:w-17.5">{{ s.amount }}</td>
            </tr>
          </tbody>
        </table>
        <p v-if="preview.more" class="small quiet">and {{ preview.more }} more</p>
      </template>
    </aside>
  </div>
</template>

<style scoped>
.presses :deep(.p-button) {
  min-height: 44px;
}
td {
  border-top: 1px solid var(--rule);
  padding: 4px 12px 4px 0;
  vertical-align: top;
}
</style>
