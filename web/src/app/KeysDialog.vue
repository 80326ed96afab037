<script setup lang="ts">
import * as texts from './words'
defineProps<{ screens: { label: string; key: string }[] }>()
const visible = defineModel<boolean>('visible', { required: true })
const more = [
  { key: '/', label: texts.LOOK_FOR_WORDS_IN },
  { key: 'n', label: texts.NIGHT_COLOURS_AND_DAY },
  { key: '?', label: 'these keys' },
  { key: '↑ ↓', label: texts.ON_LOOK_FROM_SIGN },
  { key: 's', label: texts.ON_LOOK_SEEN },
  { key: 'x', label: texts.ON_LOOK_NOT_THERE },
  { key: 'u', label: texts.ON_LOOK_NOT_LOOKED },
  { key: 'r', label: texts.ON_LOOK_THE_REST },
  { key: '[ ]', label: texts.ON_LOOK_THE_PLACE },
  { key: 'l', label: texts.ON_LOOK_BACK_TO },
  { key: 'k', label: texts.ON_LOOK_KEEP_IT },
]
</script>

<template>
  <Dialog v-model:visible="visible" modal header="Keys" dismissable-mask class="keys">
    <dl>
      <template v-for="s in [...screens.map((s) => ({ key: s.key, label: s.label })), ...more]" :key="s.key">
        <dt>
          <kbd>{{ s.key }}</kbd>
        </dt>
        <dd>{{ s.label }}</dd>
      </template>
    </dl>
  </Dialog>
</template>

<style scoped>
dl {
  display: grid;
  grid-template-columns: 56px 1fr;
  gap: 6px 12px;
  min-width: 280px;
}
kbd {
  font: 600 13px/20px var(--figures);
  border: 1px solid var(--rule2);
  border-radius: 3px;
  padding: 0 6px;
}
</style>
