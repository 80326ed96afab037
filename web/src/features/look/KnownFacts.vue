<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Schemas } from '@/api/client'

/** What is known of the fish and the tank: from the record, and what only the keeper can say. */
const props = defineProps<{ board: Schemas['LookBoardOut']; known: string[] }>()
const context = defineModel<string[]>('context', { required: true })
const kin = defineModel<string>('kin', { required: true })
const open = ref(false)
const asked = computed(() => props.board.context.filter((c) => !c.known))
const told = computed(() => asked.value.filter((c) => context.value.includes(c.id)).map((c) => c.words))
function toggle(id: string) {
  context.value = context.value.includes(id) ? context.value.filter((c) => c !== id) : [...context.value, id]
}
</script>

<template>
  <section class="known" aria-label="What else is known">
    <div class="line">
      <h2>Also weighed</h2>
      <p class="small">
        <template v-if="board.kin_known || kin"
          ><b>{{ board.kin_known || board.kin.find((k) => k.id === kin)?.name }}</b
          >{{ known.length + told.length ? '; ' : '' }}</template
        >{{ [...known, ...told].join('; ')
        }}<span v-if="!known.length && !told.length && !kin && !board.kin_known" class="quiet"
          >nothing yet</span
        >
      </p>
      <button type="button" class="link" :aria-expanded="open" data-testid="more-facts" @click="open = !open">
        {{ open ? 'done' : 'say more' }}
      </button>
    </div>
    <div v-if="open" class="chips">
      <label v-if="!board.kin_known" class="kin small"
        >What kind of fish
        <Select
          v-model="kin"
          :options="[{ id: '', name: 'not said' }, ...board.kin]"
          option-label="name"
          option-value="id"
          aria-label="What kind of fish"
      /></label>
      <button
        v-for="c in asked"
        :key="c.id"
        type="button"
        class="chip"
        :aria-pressed="context.includes(c.id)"
        :data-testid="`fact-${c.id}`"
        @click="toggle(c.id)"
      >
        {{ c.words }}
      </button>
    </div>
  </section>
</template>

<style scoped>
.known {
  border-top: 2px solid var(--ink);
  padding: 4px 0;
}
.line {
  display: grid;
  grid-template-columns: auto 1fr auto;
  gap: 12px;
  align-items: baseline;
}
h2 {
  font-size: 14px;
}
.link {
  min-height: 28px;
  color: var(--ink);
  font-size: 12.5px;
}
.chips {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  padding: 6px 0 8px;
}
.kin {
  display: flex;
  align-items: center;
  gap: 8px;
  width: 100%;
}
.chip {
  border: 1px solid var(--rule2);
  border-radius: 4px;
  background: none;
  color: var(--ink);
  padding: 3px 9px;
  min-height: 30px;
  cursor: pointer;
  font-size: 13px;
}
.chip:hover {
  background: var(--shade);
}
.chip[aria-pressed='true'] {
  background: var(--ink);
  border-color: var(--ink);
  color: var(--paper);
}
@media (max-width: 759px) {
  .chip,
  .link {
    min-height: 48px;
  }
}
</style>
