<script setup lang="ts">
import { useRouter } from 'vue-router'
import { type Schemas } from '@/api/client'
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
const choices: {
  name: Exclude<keyof Preferences, 'allergies'>
  label: string
  options: { value: string; label: string }[]
}[] = [
  {
    name: 'volume_unit',
    label: 'Water',
    options: [
      { value: 'l', label: 'litres' },
      { value: 'us_gal', label: 'US gallons' },
      { value: 'imp_gal', label: 'imperial gallons' },
    ],
  },
  {
    name: 'temperature_unit',
    label: 'Warmth',
    options: [
      { value: 'c', label: '°C' },
      { value: 'f', label: '°F' },
    ],
  },
  {
    name: 'mass_unit',
    label: 'Weights',
    options: [
      { value: 'g', label: 'grams' },
      { value: 'oz', label: 'ounces' },
    ],
  },
  {
    name: 'length_unit',
    label: 'Lengths',
    options: [
      { value: 'cm', label: 'centimetres' },
      { value: 'in', label: 'inches' },
    ],
  },
  {
    name: 'kit_basis',
    label: texts.TEST_KITS_READ,
    options: [
      { value: 'ion', label: 'the ion: NH₄, NO₂' },
      { value: 'n', label: 'nitrogen: N' },
    ],
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
  <PageHead
    :title="session.keeper?.display_name ?? ''"
    sentence="How you read and type figures. Others in the fishroom keep their own."
  />
  <section v-if="session.keeper" class="settings max-w-160" aria-label="Units and colours">
    <div v-for="c in choices" :key="c.name" class="line">
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
      What holds something you are allergic to is not reckoned for you until you say who handles it.
    </p>
    <p class="small quiet py-3">
      Anything you type may carry its own unit all the same: 2.5 gal, 1 tbsp, 82F. A bare number is read in
      the units above.
    </p>
    <Button label="Sign out" severity="secondary" @click="leave" />
  </section>
  <SignInsBox />
  <RoomBox v-if="session.room" />
  <PeopleBox v-if="session.room" />
  <CalendarFeeds v-if="session.room" />
  <section class="words max-w-160 mt-8" aria-label="Words of caution">
    <h2 class="block-head">Words of caution</h2>
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
