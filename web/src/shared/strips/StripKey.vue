<script setup lang="ts">
/** How to read a strip. */
</script>

<template>
  <ul class="key" aria-label="How to read a strip">
    <li>
      <svg width="34" height="16">
        <path class="area" d="M1 15Q8 2 15 6T33 12V15Z" />
        <path class="line" d="M1 15Q8 2 15 6T33 12" /></svg
      >medicine in the water
    </li>
    <li>
      <svg width="34" height="16"><path class="line dash" d="M1 14Q8 3 15 5T33 13" /></svg>what the plan will
      give
    </li>
    <li>
      <svg width="34" height="16"><path class="hair" d="M1 4.5H33M1 11.5H33" /></svg>range to keep
    </li>
    <li>
      <svg width="34" height="16">
        <path class="tick" d="M10 3V13" />
        <path class="open" d="M20 3v9h3V3" /></svg
      >dose given, to give
    </li>
    <li>
      <svg width="34" height="16">
        <path class="notch" d="M4 4l5 7 5 -7Z" />
        <path class="hair dash" d="M19 4l5 7 5 -7" /></svg
      >water changed, to change
    </li>
    <li>
      <svg width="34" height="16"><circle class="dot" cx="16" cy="8" r="2.6" /></svg>water test
    </li>
    <li>
      <svg width="34" height="16">
        <rect class="dot" x="9" y="5.5" width="5" height="5" />
        <rect class="late" x="20" y="5.5" width="5" height="5" /></svg
      >sponge, food, light: done, late
    </li>
    <li>
      <svg width="34" height="16"><circle class="ring" cx="16" cy="8" r="3.6" /></svg>fish lost
    </li>
    <li>
      <svg width="34" height="16">
        <rect x="2" y="1" width="30" height="13" fill="url(#p-observe)" stroke="currentColor" /></svg
      >medicine out, observe
    </li>
    <li>
      <svg width="34" height="16"><path class="day" d="M2 8H16M18 8H32" /></svg>day of the course
    </li>
  </ul>
</template>

<style scoped>
.key {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(180px, 1fr));
  gap: 8px 16px;
  font-size: 12.5px;
  line-height: 16px;
  padding-top: 12px;
}
li {
  display: flex;
  gap: 8px;
  align-items: center;
}
svg {
  flex: none;
}
path,
circle {
  fill: none;
  stroke: var(--ink);
}
.area {
  fill: var(--m-brown);
  opacity: 0.25;
  stroke: none;
}
.line {
  stroke: var(--m-brown);
  stroke-width: 1.6;
}
.dash {
  stroke-dasharray: 3 2;
}
.tick {
  stroke-width: 2.2;
}
.notch {
  fill: var(--water);
  fill-opacity: 0.28;
}
.dot {
  fill: var(--ink);
}
.ring,
.late {
  fill: none;
  stroke: var(--brick);
  stroke-width: 1.7;
}
.day {
  stroke-width: 4;
}
</style>
