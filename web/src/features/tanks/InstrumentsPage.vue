<script setup lang="ts">
import { computed, ref } from 'vue'
import { RouterLink } from 'vue-router'
import { answer, api, type Schemas } from '@/api/client'
import SelectField from '@/shared/SelectField.vue'
import PageHead from '@/shared/PageHead.vue'
import ProblemNote from '@/shared/ProblemNote.vue'
import { useSession } from '@/shared/session'
import TextField from '@/shared/TextField.vue'
import { useWrite } from '@/shared/useWrite'
import SampleLine from './SampleLine.vue'
import { useTanks } from '@/shared/queries'
import { useInstruments } from './queries'
import * as texts from './words'

/** Instruments that speak by themselves: what each says, whether it is believed, and how one is let in. */
const session = useSession()
const all = useInstruments(60_000)
const tanks = useTanks()
const well = (i: Schemas['InstrumentOut']) => ['well', 'new'].includes(i.state)
// what is not believed stands first
const rows = computed(() =>
  [...(all.data.value?.instruments ?? [])].sort((a, b) => Number(well(a)) - Number(well(b))),
)
const sentence = computed(() => {
  if (!all.data.value) return ''
  if (!rows.value.length) return texts.NONE_SPEAKS
  const bad = rows.value.filter((i) => !well(i))
  return bad.length ? texts.notBelieved(bad.length, rows.value.length) : `All ${rows.value.length} well.`
})
const kind = ref<string | null>(null)
const tank = ref<string | null>(null)
const name = ref('')
const token = ref('')
const chosen = computed(() => all.data.value?.kinds.find((k) => k.id === kind.value))
const make = useWrite((write_id) =>
  answer(
    api.POST('/api/rooms/{room_id}/instruments', {
      params: { path: session.inRoom() },
      body: { write_id, kind: kind.value ?? '', name: name.value, tank: tank.value ?? '' },
    }),
  ),
)
async function add() {
  const done = await make.run()
  if (!done) return
  token.value = done.token
  name.value = ''
}
const revoked = ref('')
const revoke = useWrite((write_id) =>
  answer(
    api.POST('/api/rooms/{room_id}/instruments/{instrument_id}/revoke', {
      params: { path: { ...session.inRoom(), instrument_id: revoked.value } },
      body: { write_id },
    }),
  ),
)
async function takeBack(uid: string) {
  revoked.value = uid
  await revoke.run()
}
const text = ref('')
const into = ref('')
const told = ref<Schemas['DeliveryOut'] | null>(null)
const bring = useWrite(() =>
  answer(
    api.POST('/api/rooms/{room_id}/instruments/{instrument_id}/csv', {
      params: { path: { ...session.inRoom(), instrument_id: into.value } },
      body: { text: text.value },
    }),
  ),
)
async function takeFile(uid: string, event: Event) {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  if (!file) return
  text.value = await file.text()
  into.value = uid
  told.value = await bring.run()
  input.value = ''
}
const STATE: Record<Schemas['InstrumentOut']['state'], string> = {
  well: 'well',
  new: 'new',
  silent: 'silent',
  doubted: 'not believed',
  fault: 'at fault',
}
</script>

<template>
  <PageHead title="Instruments" :sentence="sentence" />
  <ProblemNote :problem="all.error.value ?? revoke.problem.value ?? bring.problem.value" />
  <p class="lead max-w-[72ch] mb-4">
    {{ texts.WHAT_AN_INSTRUMENT_SAYS }}
  </p>
  <ul class="rows">
    <li
      v-for="i in rows"
      :key="i.uid"
      class="instrument grid grid-cols-[190px_minmax(0,1fr)_220px_120px] gap-y-1 gap-x-4 items-center py-2.5"
      :class="i.state"
      :data-testid="`instrument-${i.name}`"
    >
      <div class="grid">
        <b>{{ i.name }}</b>
        <RouterLink :to="{ name: 'water', params: { tank: i.tank } }" class="small">{{
          i.tank_name
        }}</RouterLink>
        <span class="small quiet">{{ i.kind_name }}</span>
      </div>
      <div class="said">
        <div
          v-for="m in i.measures"
          :key="m.name"
          class="measure grid grid-cols-[120px_minmax(60px,1fr)_130px_44px] gap-2.5 items-center min-h-7.5"
        >
          <span class="small quiet">{{ m.name }}</span>
          <SampleLine :points="m.points" :from="all.data.value!.starts_at" :to="all.data.value!.ends_at" />
          <span class="fig">{{ m.last || '–' }}</span>
          <span class="fig small quiet">{{ m.last_words }}</span>
        </div>
        <p v-if="!i.measures.length" class="small quiet">{{ texts.GIVES_THE_DOSES_OF }}</p>
      </div>
      <div class="state">
        <b class="small">{{ STATE[i.state] }}</b>
        <span v-if="i.words" class="small">{{ i.words }}</span>
      </div>
      <div class="do flex gap-3.5 items-center">
        <label class="small file"
          >CSV<input
            type="file"
            accept=".csv,text/csv"
            class="unseen"
            :aria-label="texts.csvFileOf(i.name)"
            @change="takeFile(i.uid, $event)"
        /></label>
        <button type="button" class="link small" :aria-label="`Revoke ${i.name}`" @click="takeBack(i.uid)">
          revoke
        </button>
      </div>
    </li>
  </ul>
  <div v-if="told" class="told" role="status">
    <p>
      {{ texts.keptWereHereAlready(told.kept, told.repeated, told.doubted, told.refused.length) }}
    </p>
    <p v-for="r in told.refused.slice(0, 5)" :key="r.line" class="brick small">
      line {{ r.line }}, {{ r.field }}: {{ r.detail }}
    </p>
  </div>
  <section :aria-label="texts.LET_ONE_IN" class="new">
    <h2 class="block-head">{{ texts.LET_ONE_IN }}</h2>
    <div v-if="token" class="line-ink bg-plate py-3 px-4 my-3 grid gap-2" role="status">
      <p>{{ texts.ITS_TOKEN_SHOWN_THIS }}</p>
      <p class="fig [overflow-wrap:anywhere]" data-testid="instrument-token">{{ token }}</p>
      <p class="small quiet">
        {{ texts.IT_SENDS_LINES_OF }} <span class="fig">/api/instruments/lines</span>
        {{ texts.WITH_THIS_TOKEN_SEE }}
      </p>
    </div>
    <form novalidate @submit.prevent="add">
      <SelectField
        v-model="kind"
        label="What"
        field="kind"
        :problem="make.problem.value"
        :hint="chosen?.reads"
        :options="all.data.value?.kinds ?? []"
        option-label="name"
        option-value="id"
        placeholder="which instrument"
      />
      <SelectField
        v-model="tank"
        label="In"
        field="tank"
        :problem="make.problem.value"
        :options="tanks.data.value ?? []"
        option-label="name"
        option-value="uid"
        :aria-label="texts.IN_WHICH_TANK"
        placeholder="which tank"
      />
      <TextField
        v-model="name"
        label="Its name"
        field="name"
        :problem="make.problem.value"
        :hint="texts.AS_ON_ITS_LABEL"
        maxlength="40"
      />
      <ProblemNote :problem="make.problem.value" :fields="['kind', 'tank', 'name']" />
      <Button
        type="submit"
        :label="texts.LET_IT_IN"
        :disabled="!kind || !tank"
        :loading="make.busy.value"
        data-testid="make-instrument"
      />
    </form>
  </section>
</template>

<style scoped>
.measure .fig:not(.small) {
  text-align: right;
  font-weight: 600;
}
.state {
  display: grid;
}
.silent .state,
.doubted .state,
.fault .state {
  color: var(--brick);
}
.file {
  border: 1px solid var(--ink);
  border-radius: 4px;
  padding: 6px 10px;
  cursor: pointer;
}
.file:focus-within {
  outline: 2px solid var(--water);
  outline-offset: 2px;
}
.told {
  border-left: 3px solid var(--ink);
  padding: 2px 0 2px 12px;
  margin: 12px 0;
}
.new {
  max-width: 640px;
  margin-top: 32px;
}
.new :deep(.p-button) {
  margin-top: 12px;
  min-height: 44px;
}
@media (max-width: 1099px) {
  .instrument {
    grid-template-columns: minmax(0, 1fr) auto;
  }
  .said,
  .state {
    grid-column: 1 / -1;
  }
  .do {
    grid-column: 2;
    grid-row: 1;
  }
  .measure {
    grid-template-columns: 100px minmax(40px, 1fr) 100px 44px;
  }
}
</style>
