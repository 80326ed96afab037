<script setup lang="ts">
import type { Schemas } from '@/api/client'
import * as texts from './words'

defineProps<{ figures: Schemas['FiguresOut'] }>()
</script>

<template>
  <dl
    class="figures grid grid-cols-[repeat(6,minmax(0,auto))] line-b-ink mb-5 phone:grid-cols-[repeat(3,1fr)]"
    data-testid="figures"
  >
    <div>
      <dt>days</dt>
      <dd class="fig">{{ figures.days }}</dd>
    </div>
    <div>
      <dt>doses given</dt>
      <dd class="fig">{{ figures.doses_given }}</dd>
    </div>
    <div>
      <dt>looks</dt>
      <dd class="fig">{{ figures.looks }}</dd>
    </div>
    <div>
      <dt>{{ texts.FISH_AT_FIRST }}</dt>
      <dd class="fig">{{ figures.fish_at_start }}</dd>
    </div>
    <div>
      <dt>lost</dt>
      <dd class="fig" :class="{ brick: figures.fish_lost !== '0' }">{{ figures.fish_lost }}</dd>
    </div>
    <div>
      <dt>left</dt>
      <dd class="fig">
        {{ figures.fish_left }}
        <span v-if="figures.survived" class="small quiet text-13 ml-2 phone:ml-0 phone:block">{{
          figures.survived
        }}</span>
      </dd>
    </div>
  </dl>
</template>

<style scoped>
.figures > div {
  border-left: 1px solid var(--rule2);
  padding: 2px 16px 10px 12px;
}
.figures > div:first-child {
  border-left: 0;
  padding-left: 0;
}
dt {
  font-size: 12.5px;
  color: var(--ink2);
}
dd {
  font-size: 20px;
  line-height: 26px;
  font-weight: 600;
}
@media (max-width: 759px) {
  .figures > div {
    padding-right: 4px;
  }
  dd {
    font-size: 14px;
    line-height: 22px;
    white-space: nowrap;
  }
  .figures > div:nth-child(4) {
    border-left: 0;
    padding-left: 0;
  }
}
</style>
