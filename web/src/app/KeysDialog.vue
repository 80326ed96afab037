<script setup lang="ts">
defineProps<{ screens: { label: string; key: string }[] }>()
const visible = defineModel<boolean>('visible', { required: true })
const more = [
  { key: '/', label: 'look for words in the whole record' },
  { key: 'n', label: 'night colours, and day again' },
  { key: '?', label: 'these keys' },
  { key: '↑ ↓', label: 'on Look: from sign to sign' },
  { key: 's', label: 'on Look: seen' },
  { key: 'x', label: 'on Look: not there' },
  { key: 'u', label: 'on Look: not looked at' },
  { key: 'r', label: 'on Look: the rest here is not there' },
  { key: '[ ]', label: 'on Look: the place before, the next place' },
  { key: 'l', label: 'on Look: back to the short list' },
  { key: 'k', label: 'on Look: keep it' },
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
