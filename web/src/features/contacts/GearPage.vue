<script setup lang="ts">
import { computed, ref } from 'vue'
import { answer, api, type Schemas } from '@/api/client'
import PageHead from '@/shared/PageHead.vue'
import ProblemNote from '@/shared/ProblemNote.vue'
import { useSession } from '@/shared/session'
import { useStrike } from '@/shared/useStrike'
import { useWrite } from '@/shared/useWrite'
import ContactForm from './ContactForm.vue'
import GearForm from './GearForm.vue'
import { useGear } from './queries'
import * as said from '@/shared/words'
import * as texts from './words'

/** Things that go from water to water: where each belongs, what it may carry now, and one press for each use. */
type Thing = Schemas['GearOut']
const session = useSession()
const told = useGear()
const here = computed(() => (told.data.value?.gear ?? []).filter((g) => !g.gone))
const gone = computed(() => (told.data.value?.gear ?? []).filter((g) => g.gone))
const open = ref<'add' | 'mend' | 'used' | 'over' | null>(null)
const thing = ref<Thing | null>(null)
function ask(what: 'add' | 'mend' | 'used' | 'over', of: Thing | null = null) {
  thing.value = of
  open.value = what
}
const title = computed(() => {
  if (open.value === 'add') return texts.LIST_A_THING
  if (open.value === 'mend') return `Mend ${thing.value?.name ?? ''}`
  return open.value === 'used' ? `${thing.value?.name ?? ''} was used` : texts.WENT_OVER
})
const next = ref<{ kind: 'disinfected' | 'dried'; gear: string }>({ kind: 'dried', gear: '' })
const clean = useWrite(
  (write_id) =>
    answer(
      api.POST('/api/rooms/{room_id}/contacts', {
        params: { path: session.inRoom() },
        body: { write_id, ...next.value },
      }),
    ),
  () => ({
    path: `/api/rooms/${session.inRoom().room_id}/contacts`,
    body: { ...next.value },
    words: `${here.value.find((g) => g.uid === next.value.gear)?.name ?? 'Gear'} ${next.value.kind}`,
  }),
)
async function cleaned(gear: Thing, kind: 'disinfected' | 'dried') {
  next.value = { kind, gear: gear.uid }
  await clean.run()
}
const goes = ref({ gear: '', gone: true })
const set = useWrite((write_id) =>
  answer(
    api.POST('/api/rooms/{room_id}/gear/{gear_id}/gone', {
      params: { path: { ...session.inRoom(), gear_id: goes.value.gear } },
      body: { write_id, gone: goes.value.gone },
    }),
  ),
)
async function away(gear: Thing, isGone: boolean) {
  goes.value = { gear: gear.uid, gone: isGone }
  await set.run()
}
const { strike, problem: strikeProblem } = useStrike()
</script>

<template>
  <PageHead title="Gear" :sentence="texts.WHAT_GOES_FROM_TANK" />
  <ProblemNote :problem="told.error.value ?? clean.problem.value ?? set.problem.value ?? strikeProblem" />
  <template v-if="told.data.value">
    <div class="presses in-row gap-2 mb-4">
      <Button label="List a thing" data-testid="add-gear" @click="ask('add')" />
      <Button :label="texts.WENT_OVER" severity="secondary" @click="ask('over')" />
    </div>
    <p v-if="!here.length" class="py-2">
      {{ texts.NOTHING_IS_LISTED_A }}
    </p>
    <ul class="rows max-w-225 mb-6" data-testid="gear-list">
      <li
        v-for="g in here"
        :key="g.uid"
        class="flex flex-wrap justify-between gap-y-2 gap-x-4 py-2.5"
        :data-testid="`gear-${g.name}`"
      >
        <div class="grid">
          <b>{{ g.name }}</b>
          <span class="small quiet"
            >{{ g.kind_name }}{{ g.home_name ? `, belongs to ${g.home_name}` : texts.BELONGS_TO_NO_TANK
            }}{{ g.last_words ? `; last ${g.last_words}` : '' }}</span
          >
          <span v-for="c in g.carries" :key="c" class="small tannin">{{ c }}</span>
        </div>
        <div class="does in-row gap-2">
          <Button label="Used in …" :aria-label="`Used in …: ${g.name}`" @click="ask('used', g)" />
          <Button
            label="Disinfected"
            severity="secondary"
            :aria-label="`${g.name} is disinfected`"
            @click="cleaned(g, 'disinfected')"
          />
          <Button
            label="Dried"
            severity="secondary"
            :aria-label="`${g.name} has dried`"
            @click="cleaned(g, 'dried')"
          />
          <button type="button" class="link small" :aria-label="`mend ${g.name}`" @click="ask('mend', g)">
            mend
          </button>
          <button
            type="button"
            class="link small"
            :aria-label="texts.isThrownAway(g.name)"
            @click="away(g, true)"
          >
            thrown away
          </button>
        </div>
      </li>
    </ul>
    <section v-if="gone.length" aria-label="Thrown away">
      <h2 class="block-head">Thrown away</h2>
      <ul class="rows">
        <li
          v-for="g in gone"
          :key="g.uid"
          class="line flex flex-wrap gap-y-0.5 gap-x-3.5 items-baseline py-1.5"
        >
          {{ g.name }}
          <button
            type="button"
            class="link small"
            :aria-label="texts.itIsHereAgain(g.name)"
            @click="away(g, false)"
          >
            {{ texts.IT_IS_HERE_AGAIN }}
          </button>
        </li>
      </ul>
    </section>
    <section v-if="told.data.value.contacts.length" :aria-label="said.WHAT_TOUCHED_WHAT">
      <h2 class="block-head">{{ said.WHAT_TOUCHED_WHAT }}</h2>
      <ul class="rows" data-testid="contact-list">
        <li
          v-for="c in told.data.value.contacts"
          :key="c.uid"
          class="line flex flex-wrap gap-y-0.5 gap-x-3.5 items-baseline py-1.5"
        >
          <span class="fig small">{{ c.at_words }}</span>
          <span
            >{{ c.words }} <span class="small quiet">{{ c.note }} {{ c.by }}</span></span
          >
          <button
            type="button"
            class="link small"
            :aria-label="`strike out ${c.words}, ${c.at_words}`"
            @click="strike('contact', c.uid)"
          >
            strike out
          </button>
        </li>
      </ul>
    </section>
    <Dialog v-if="open" visible modal :header="title" @update:visible="open = null">
      <GearForm
        v-if="open === 'add' || open === 'mend'"
        :kinds="told.data.value.kinds"
        :gear="thing"
        @done="open = null"
      />
      <ContactForm v-else :gear="thing" @done="open = null" />
    </Dialog>
  </template>
</template>

<style scoped>
section {
  max-width: 900px;
  margin-bottom: 24px;
}
.line > :nth-child(2) {
  flex: 1;
}
@media (max-width: 759px) {
  .does > :deep(.p-button),
  .presses > :deep(.p-button) {
    min-height: 56px;
  }
}
</style>
