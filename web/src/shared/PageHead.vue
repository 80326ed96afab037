<script setup lang="ts">
defineProps<{ title: string; sentence?: string; aside?: string; figure?: string }>()
</script>

<template>
  <header class="head">
    <h1 tabindex="-1">{{ title }}</h1>
    <p v-if="sentence" class="sentence">{{ sentence }}</p>
    <p v-if="aside" class="aside quiet">{{ aside }}</p>
    <p v-if="figure" class="fig big">{{ figure }}</p>
    <slot />
  </header>
</template>

<style scoped>
.head {
  display: flex;
  align-items: flex-end;
  flex-wrap: wrap;
  gap: 2px 20px;
  min-height: 56px;
  padding-bottom: 9px;
  margin-bottom: 14px;
  position: relative;
}
.head::after {
  content: '';
  position: absolute;
  inset: auto 0 0;
  height: 6px;
  border-top: 3px solid var(--ink);
  border-bottom: 1px solid var(--ink);
}
h1 {
  font-size: 28px;
  line-height: 34px;
  font-weight: 700;
  letter-spacing: -0.012em;
  outline: none;
}
.sentence {
  font-size: 15px;
  line-height: 20px;
  padding-bottom: 4px;
  flex: 1 1 0;
  min-width: min(100%, 240px);
}
.aside {
  font-size: 13px;
  padding-bottom: 4px;
}
.big {
  font-size: 28px;
  line-height: 34px;
  font-weight: 600;
  margin-left: auto;
}
@media (max-width: 759px) {
  h1 {
    font-size: 24px;
    line-height: 30px;
  }
  .big {
    font-size: 20px;
    line-height: 30px;
    position: absolute;
    right: 0;
    top: 6px;
  }
  .sentence {
    font-size: 14px;
    flex-basis: 100%;
  }
}
</style>
