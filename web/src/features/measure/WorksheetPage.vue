<script setup lang="ts">
import { watchDebounced } from '@vueuse/core'
import { computed, ref } from 'vue'
import { answer, api, Problem, type Schemas } from '@/api/client'
import PageHead from '@/shared/PageHead.vue'
import ProblemNote from '@/shared/ProblemNote.vue'
import { useSession } from '@/shared/session'
import { useKept } from '@/shared/useKept'
import WorksheetLine from './WorksheetLine.vue'
import { useActives, useTanks } from '@/shared/queries'
import * as texts from './words'

/** Many doses at once: a line for each, reckoned as it is typed; the whole table in and out as CSV. */
type Line = Record<string, string>
const session = useSession()
const { data: actives } = useActives()
const { data: tanks } = useTanks()
const blank = (): Line => ({ place: '', tank: '', volume: '', use: '', target: '', confirmed: '' })
const lines = ref<Line[]>([blank(), blank(), blank()])
useKept('worksheet', { lines })
const sheet = ref<Schemas['SheetOut'] | null>(null)
const problem = ref<Problem | null>(null)
const filled = computed(() =>
  lines.value.filter((l) => (l['use'] || l['kind']) && (l['tank'] || l['volume'] || l['kind'])),
)
const answers = computed(() => {
  const rows = new Map(filled.value.map((line, i) => [line, sheet.value?.rows[i]]))
  return lines.value.map((line) => rows.get(line) ?? null)
})
const uses = computed(() =>
  (actives.value ?? []).flatMap((a) =>
    a.uses
      .filter((u) => u.dose && u.gate !== 'block' && u.route !== 'food')
      .map((u) => ({ value: u.id, label: `${a.short_name}, ${u.name}` })),
  ),
)
const where = computed(() => [
  { value: '', label: 'as typed' },
  ...(tanks.value ?? []).map((t) => ({ value: t.name, label: t.name })),
])
const nets = computed<Record<string, string>>(() =>
  Object.fromEntries((tanks.value ?? []).map((t) => [t.name, `${t.volume.net.figure} ${t.volume.net.unit}`])),
)
const usual = (use?: string) => {
  const found = actives.value?.flatMap((a) => a.uses).find((u) => u.id === use)
  return found ? `${found.usual} ${found.typed_unit}` : ''
}
let asked = 0
/** The server reckons either the table's lines or a file's text; a later question makes an earlier answer stale. */
async function ask(post: () => Promise<Schemas['SheetOut']>) {
  const mine = ++asked
  try {
    const found = await post()
    if (mine !== asked) return null
    problem.value = null
    sheet.value = found
    return found
  } catch (error) {
    if (!(error instanceof Problem)) throw error
    if (mine === asked) problem.value = error
    return null
  }
}
const reckon = () =>
  ask(() =>
    answer(
      api.POST('/api/rooms/{room_id}/worksheet/lines', {
        params: { path: session.inRoom() },
        body: { lines: filled.value },
      }),
    ),
  )
watchDebounced(filled, (now) => (now.length ? void reckon() : (sheet.value = null)), {
  debounce: 250,
  deep: true,
})
async function take(event: Event) {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  if (!file) return
  const text = await file.text()
  const found = await ask(() =>
    answer(
      api.POST('/api/rooms/{room_id}/worksheet/csv', {
        params: { path: session.inRoom() },
        body: { text },
      }),
    ),
  )
  input.value = ''
  if (found) lines.value = found.lines.map((l) => ({ ...blank(), ...l }))
}
function save() {
  const link = document.createElement('a')
  link.href = URL.createObjectURL(new Blob([sheet.value?.csv ?? ''], { type: 'text/csv' }))
  link.download = 'worksheet.csv'
  link.click()
  URL.revokeObjectURL(link.href)
}
/** The morning of a shop: a line for each tank, with the medicine of the last line. */
function allTanks() {
  const like = filled.value.at(-1) ?? blank()
  const there = new Set(filled.value.map((l) => l['tank']))
  const more = (tanks.value ?? []).filter((t) => !there.has(t.name))
  lines.value = [
    ...filled.value,
    ...more.map((t) => ({
      ...blank(),
      tank: t.name,
      use: like['use'] ?? '',
      target: like['target'] ?? '',
      confirmed: like['confirmed'] ?? '',
    })),
  ]
}
const print = () => window.print()
</script>

<template>
  <PageHead title="Worksheet" :sentence="texts.A_LINE_FOR_EACH" />
  <ProblemNote :problem="problem" />
  <table class="sheet w-full border-collapse" data-testid="sheet">
    <thead class="phone:hidden">
      <tr>
        <th scope="col">tank</th>
        <th scope="col">or water</th>
        <th scope="col">medicine</th>
        <th scope="col">to</th>
        <th scope="col"><span class="unseen">confirmed</span>sure</th>
        <th scope="col" class="right">take</th>
        <th scope="col" class="right">reaches</th>
        <th scope="col"><span class="unseen">remove</span></th>
      </tr>
    </thead>
    <WorksheetLine
      v-for="(line, i) in lines"
      :key="i"
      v-model="lines[i]!"
      :told="answers[i] ?? null"
      :number="i + 1"
      :where="where"
      :uses="uses"
      :usual="usual(line['use'])"
      :net="nets[line['tank'] ?? ''] ?? '45 L'"
      @remove="lines = lines.filter((l) => l !== line)"
    />
  </table>
  <div class="presses in-row gap-y-2 gap-x-3 mt-3.5 mb-4">
    <Button label="Another line" data-testid="more-lines" @click="lines = [...lines, blank()]" />
    <Button
      v-if="tanks?.length"
      severity="secondary"
      :label="texts.A_LINE_FOR_EVERY"
      data-testid="all-tanks"
      @click="allTanks"
    />
    <label class="file relative overflow-hidden line-ink rounded py-2.5 px-3.5 cursor-pointer"
      >{{ texts.OPEN_A_CSV_FILE
      }}<input
        class="absolute inset-0 op-0 cursor-pointer"
        type="file"
        accept=".csv,text/csv"
        data-testid="sheet-file"
        @change="take"
    /></label>
    <Button
      v-if="sheet"
      severity="secondary"
      :label="texts.SAVE_AS_CSV"
      data-testid="sheet-save"
      @click="save"
    />
    <Button v-if="sheet" severity="secondary" label="Print" @click="print" />
  </div>
</template>

<style scoped>
.file:focus-within {
  outline: 2px solid var(--water);
}
.sheet thead th {
  text-align: left;
  border-top: 2px solid var(--ink);
  border-bottom: 1px solid var(--ink);
  font-weight: 400;
  font-size: 12.5px;
  padding: 6px 10px 6px 0;
}
.sheet thead .right {
  text-align: right;
}
</style>
