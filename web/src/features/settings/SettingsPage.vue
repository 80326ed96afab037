<script setup lang="ts">
import { useRouter } from 'vue-router'
import { type Schemas } from '@/api/client'
import { choices, type Said } from '@/shared/choices'
import { cautionWords } from '@/shared/cautionWords'
import CalendarFeeds from './CalendarFeeds.vue'
import PeopleBox from './PeopleBox.vue'
import SignInsBox from './SignInsBox.vue'
import RoomBox from './RoomBox.vue'
import PageHead from '@/shared/PageHead.vue'
import { useSession } from '@/shared/session'
import { useAllergens } from './queries'
import * as texts from './words'

const session = useSession()
const router = useRouter()

type Preferences = Schemas['PreferencesIn']
const PREFERENCES: {
  name: Exclude<keyof Preferences, 'allergies'>
  label: string
  options: { value: string; label: string }[]
}[] = [
  {
    name: 'volume_unit',
    label: 'Water',
    options: choices<Said<Preferences['volume_unit']>>({
      l: 'litres',
      us_gal: 'US gallons',
      imp_gal: 'imperial gallons',
    }),
  },
  {
    name: 'temperature_unit',
    label: 'Warmth',
    options: choices<Said<Preferences['temperature_unit']>>({ c: '°C', f: '°F' }),
  },
  {
    name: 'mass_unit',
    label: 'Weights',
    options: choices<Said<Preferences['mass_unit']>>({ g: 'grams', oz: 'ounces' }),
  },
  {
    name: 'length_unit',
    label: 'Lengths',
    options: choices<Said<Preferences['length_unit']>>({ cm: 'centimetres', in: 'inches' }),
  },
  {
    name: 'kit_basis',
    label: texts.TEST_KITS_READ,
    options: choices<Said<Preferences['kit_basis']>>({ ion: 'the ion: NH₄, NO₂', n: 'nitrogen: N' }),
  },
]
const { data: allergens } = useAllergens()
const colours = [
  { value: false, label: 'day' },
  { value: true, label: 'night' },
]

async function leave() {
  await session.end()
  await router.push({ name: 'enter' })
}
</script>

<template>
  <PageHead :title="session.keeper?.display_name ?? ''" :sentence="texts.HOW_YOU_READ_AND" />
  <section v-if="session.keeper" class="settings max-w-160" :aria-label="texts.UNITS_AND_COLOURS">
    <div v-for="c in PREFERENCES" :key="c.name" class="line">
      <span :id="`set-${c.name}`">{{ c.label }}</span>
      <SelectButton
        :model-value="session.keeper.preferences[c.name]"
        :options="c.options"
        option-label="label"
        option-value="value"
        :allow-empty="false"
        :aria-labelledby="`set-${c.name}`"
        :data-testid="`set-${c.name}`"
        @update:model-value="session.prefer({ [c.name]: $event })"
      />
    </div>
    <div class="line">
      <span id="set-night">Colours</span>
      <SelectButton
        :model-value="session.keeper.preferences.night"
        :options="colours"
        option-label="label"
        option-value="value"
        :allow-empty="false"
        aria-labelledby="set-night"
        @update:model-value="session.prefer({ night: $event })"
      />
    </div>
    <div class="line allergies">
      <span id="set-allergies">Your allergies</span>
      <MultiSelect
        :model-value="session.keeper.preferences.allergies"
        :options="allergens ?? []"
        option-label="name"
        option-value="id"
        aria-labelledby="set-allergies"
        placeholder="none known"
        display="chip"
        data-testid="set-allergies"
        @update:model-value="session.prefer({ allergies: $event })"
      />
    </div>
    <p class="small quiet py-3">
      {{ texts.WHAT_HOLDS_SOMETHING_YOU }}
    </p>
    <p class="small quiet py-3">
      {{ texts.ANYTHING_YOU_TYPE_MAY }}
    </p>
    <Button label="Sign out" severity="secondary" @click="leave" />
  </section>
  <SignInsBox />
  <RoomBox v-if="session.room" />
  <PeopleBox v-if="session.room" />
  <CalendarFeeds v-if="session.room" />
  <section class="words max-w-160 mt-8" :aria-label="texts.WORDS_OF_CAUTION">
    <h2 class="block-head">{{ texts.WORDS_OF_CAUTION }}</h2>
    <ul class="rows">
      <li v-for="words in cautionWords" :key="words" class="py-2">{{ words }}</li>
    </ul>
  </section>
</template>

<style scoped>
.line {
  display: grid;
  grid-template-columns: 140px 1fr;
  align-items: center;
  min-height: 56px;
  border-bottom: 1px solid var(--rule);
}
@media (max-width: 759px) {
  .line {
    grid-template-columns: 1fr;
    padding: 8px 0;
    gap: 6px;
  }
}
</style>
