<script setup lang="ts">
defineProps<{
  title: string
  sentence?: string
  aside?: string
  figure?: string
  /** title and sentence are words of the page, whatever the record says */
  own?: boolean
  /** by what names the page’s first answer says them */
  says?: { title?: string; sentence?: string }
}>()
</script>

<template>
  <header class="head flex items-end flex-wrap gap-y-0.5 gap-x-5 min-h-14 pb-2.25 mb-3.5 relative">
    <h1
      class="text-28 leading-8.5 font-700 tracking-[-0.012em] [outline:none]"
      :class="{ 'phone:pr-18': figure }"
      tabindex="-1"
      :data-word="own || null"
      :data-says="says?.title"
    >
      {{ title }}
    </h1>
    <p
      v-if="sentence"
      class="sentence text-15 leading-5 pb-1 flex-[1_1_0] min-w-[min(100%,240px)] phone:text-14 phone:basis-full"
      :data-word="own || null"
      :data-says="says?.sentence"
    >
      {{ sentence }}
    </p>
    <p v-if="aside" class="quiet text-13 pb-1">{{ aside }}</p>
    <p
      v-if="figure"
      class="fig big text-28 leading-8.5 font-600 ml-auto phone:text-20 phone:leading-7.5 phone:absolute phone:right-0 phone:top-1.5"
    >
      {{ figure }}
    </p>
    <slot />
  </header>
</template>

<style scoped>
.head::after {
  content: '';
  position: absolute;
  inset: auto 0 0;
  height: 6px;
  border-top: 3px solid var(--ink);
  border-bottom: 1px solid var(--ink);
}
</style>
