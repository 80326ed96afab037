<script setup lang="ts">
import { RouterLink } from 'vue-router'
import LinkButton from '@/shared/LinkButton.vue'
import PageHead from '@/shared/PageHead.vue'
</script>

<template>
  <PageHead title="Rehearse" sentence="Practice that costs no fish. Nothing here is written to a tank." />
  <ul class="rows list">
    <li>
      <div>
        <h2>The eye</h2>
        <p>
          Two things that are taken for one another, drawn anew each time: grains or dust, a tuft or a flat
          patch, a bite or fraying. Ten minutes, with or without a connection.
        </p>
      </div>
      <LinkButton :to="{ name: 'eye' }" label="Look" main data-testid="to-eye" />
    </li>
    <li>
      <div>
        <h2>What if</h2>
        <p>
          A plan, or a course that runs, beside the same done otherwise: stopped early, a dose missed, less
          water than believed. It stands beside the slip in
          <RouterLink :to="{ name: 'courses' }">Courses</RouterLink>, and in the case of a course that runs.
        </p>
      </div>
      <LinkButton :to="{ name: 'courses' }" label="Courses" />
    </li>
  </ul>
</template>

<style scoped>
.list {
  max-width: 760px;
}
.list li {
  display: flex;
  gap: 24px;
  justify-content: space-between;
  align-items: center;
  padding: 16px 0;
}
h2 {
  font-size: 16px;
}
@media (max-width: 759px) {
  .list li {
    display: grid;
    gap: 10px;
  }
}
</style>
