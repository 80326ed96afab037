<script setup lang="ts">
import * as texts from '@/shared/words'
/** How to read a strip. */
</script>

<template>
  <ul
    class="grid grid-cols-[repeat(auto-fill,minmax(180px,1fr))] gap-y-2 gap-x-4 text-12 leading-4 pt-3"
    :aria-label="texts.HOW_TO_READ_A"
  >
    <li>
      <svg width="34" height="16">
        <path class="fill-m-brown op-25 stroke-none" d="M1 15Q8 2 15 6T33 12V15Z" />
        <path class="line stroke-m-brown pen-1.6" d="M1 15Q8 2 15 6T33 12" /></svg
      >{{ texts.MEDICINE_IN_THE_WATER }}
    </li>
    <li>
      <svg width="34" height="16">
        <path class="line stroke-m-brown pen-1.6 [stroke-dasharray:3_2]" d="M1 14Q8 3 15 5T33 13" /></svg
      >{{ texts.WHAT_THE_PLAN_WILL }}
    </li>
    <li>
      <svg width="34" height="16"><path class="hair" d="M1 4.5H33M1 11.5H33" /></svg>{{ texts.RANGE_TO_KEEP }}
    </li>
    <li>
      <svg width="34" height="16">
        <path class="pen-2.2" d="M10 3V13" />
        <path class="open" d="M20 3v9h3V3" /></svg
      >{{ texts.DOSE_GIVEN_TO_GIVE }}
    </li>
    <li>
      <svg width="34" height="16">
        <path class="fill-water [fill-opacity:0.28]" d="M4 4l5 7 5 -7Z" />
        <path class="hair [stroke-dasharray:3_2]" d="M19 4l5 7 5 -7" /></svg
      >{{ texts.WATER_CHANGED_TO_CHANGE }}
    </li>
    <li>
      <svg width="34" height="16"><circle class="dot fill-ink stroke-ink" cx="16" cy="8" r="2.6" /></svg>water
      test
    </li>
    <li>
      <svg width="34" height="16">
        <rect class="dot fill-ink" x="9" y="5.5" width="5" height="5" />
        <rect class="late fill-none stroke-brick pen-1.7" x="20" y="5.5" width="5" height="5" /></svg
      >{{ texts.SPONGE_FOOD_LIGHT_DONE }}
    </li>
    <li>
      <svg width="34" height="16">
        <circle class="fill-none stroke-brick pen-1.7" cx="16" cy="8" r="3.6" /></svg
      >fish lost
    </li>
    <li>
      <svg width="34" height="16">
        <rect x="2" y="1" width="30" height="13" fill="url(#p-observe)" stroke="currentColor" /></svg
      >{{ texts.MEDICINE_OUT_OBSERVE }}
    </li>
    <li>
      <svg width="34" height="16"><path class="day pen-4" d="M2 8H16M18 8H32" /></svg
      >{{ texts.DAY_OF_THE_COURSE }}
    </li>
  </ul>
</template>

<style scoped>
li {
  display: flex;
  gap: 8px;
  align-items: center;
}
svg {
  flex: none;
}
path {
  fill: none;
  stroke: var(--ink);
}
</style>
