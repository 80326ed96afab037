<script setup lang="ts">
import { computed, ref } from 'vue'
import { answer, api, Problem, type Schemas } from '@/api/client'
import PageHead from '@/shared/PageHead.vue'
import ProblemNote from '@/shared/ProblemNote.vue'
import { useSession } from '@/shared/session'

/** Many doses at once: a table in, the same table with its amounts out. */
const session = useSession()
const COLUMNS = 'place,volume,give_or_take,use,strength,target,level_now,share,water,confirmed'
const text = ref(
  `${COLUMNS}\nRack 1,45 L,1 L,nacl_3,,2 g/L,,,freshwater_tropical,yes\nRack 2,10 gal,,pzq_1,,2.5,,,freshwater_tropical,yes\n`,
)
const sheet = ref<Schemas['SheetOut'] | null>(null)
const problem = ref<Problem | null>(null)
const busy = ref(false)
async function reckon() {
  busy.value = true
  problem.value = null
  try {
    sheet.value = await answer(
      api.POST('/api/rooms/{room_id}/worksheet/csv', {
        params: { path: session.inRoom() },
        body: { text: text.value },
      }),
    )
  } catch (error) {
    if (!(error instanceof Problem)) throw error
    sheet.value = null
    problem.value = error
  } finally {
    busy.value = false
  }
}
const places = computed(() =>
  text.value
    .split('\n')
    .slice(1)
    .map((line) => line.split(',')[0] ?? ''),
)
async function take(event: Event) {
  const file = (event.target as HTMLInputElement).files?.[0]
  if (!file) return
  text.value = await file.text()
  await reckon()
}
function save() {
  const link = document.createElement('a')
  link.href = URL.createObjectURL(new Blob([sheet.value?.csv ?? ''], { type: 'text/csv' }))
  link.download = 'worksheet.csv'
  link.click()
  URL.revokeObjectURL(link.href)
}
const print = () => window.print()
</script>

<template>
  <PageHead
    title="Worksheet"
    sentence="A line for each dose. What can’t be reckoned says why, in its own line."
  />
  <label class="small quiet" for="sheet">Lines, as CSV; the first names the columns</label>
  <Textarea id="sheet" v-model="text" rows="7" class="text fig" spellcheck="false" data-testid="sheet-text" />
  <ProblemNote :problem="problem" />
  <div class="presses">
    <Button label="Reckon all" :loading="busy" data-testid="reckon-sheet" @click="reckon" />
    <label class="file"
      >Open a CSV file<input type="file" accept=".csv,text/csv" data-testid="sheet-file" @change="take"
    /></label>
    <Button v-if="sheet" severity="secondary" label="Save as CSV" data-testid="sheet-save" @click="save" />
    <Button v-if="sheet" severity="secondary" label="Print" @click="print" />
  </div>
  <table v-if="sheet" class="sheet" data-testid="sheet">
    <thead>
      <tr>
        <th scope="col">where</th>
        <th scope="col">what</th>
        <th scope="col" class="right">take</th>
        <th scope="col">with</th>
        <th scope="col" class="right">reaches</th>
        <th scope="col">mind</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="(r, i) in sheet.rows" :key="i">
        <th scope="row">{{ places[i] }}</th>
        <template v-if="r.answer">
          <td>{{ r.answer.title }}</td>
          <td class="fig right">
            <b v-if="r.answer.amounts[0]"
              >{{ r.answer.amounts[0].big.figure }} {{ r.answer.amounts[0].big.unit }}</b
            ><span v-else>–</span>
          </td>
          <td class="small">{{ r.answer.amounts[0]?.words || r.answer.amounts[0]?.tools[0]?.name }}</td>
          <td class="fig right">
            {{ r.answer.amounts[0]?.reaches?.figure }} {{ r.answer.amounts[0]?.reaches?.unit }}
          </td>
          <td
            class="small"
            :class="{ brick: r.answer.verdict === 'never', tannin: r.answer.verdict !== 'amount' }"
          >
            {{ r.answer.words || r.answer.cautions.find((c) => c.level === 'never')?.text }}
          </td>
        </template>
        <td v-else colspan="5" class="brick">{{ r.problem?.field }}: {{ r.problem?.detail }}</td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.text {
  width: 100%;
  font: 400 13px/20px var(--figures);
}
.presses {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  align-items: center;
  margin: 10px 0 16px;
}
.file {
  position: relative;
  overflow: hidden;
  border: 1px solid var(--ink);
  border-radius: 4px;
  padding: 10px 14px;
  cursor: pointer;
}
.file:focus-within {
  outline: 2px solid var(--water);
}
.file input {
  position: absolute;
  inset: 0;
  opacity: 0;
  cursor: pointer;
}
.sheet {
  width: 100%;
  border-collapse: collapse;
}
.sheet th,
.sheet td {
  text-align: left;
  border-bottom: 1px solid var(--rule);
  padding: 6px 12px 6px 0;
  vertical-align: top;
}
.sheet thead th {
  border-top: 2px solid var(--ink);
  border-bottom: 1px solid var(--ink);
  font-weight: 400;
  font-size: 12.5px;
}
.sheet .right {
  text-align: right;
  white-space: nowrap;
}
@media (max-width: 759px) {
  .sheet {
    display: block;
    overflow-x: auto;
  }
}
</style>
