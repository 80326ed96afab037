<!-- what stands before the door: the name, a sentence, and what is asked -->
<template>
  <main class="max-w-115 mx-auto mt-[12vh] px-5">
    <h1
      class="text-28 leading-10 pb-1 line-b-3-ink [box-shadow:0_4px_0_-1px_var(--paper),0_5px_0_-1px_var(--ink)]"
    >
      Pennywort
    </h1>
    <slot />
  </main>
</template>

<style scoped>
:deep(.lead) {
  padding: 16px 0;
  font-size: 16px;
  line-height: 23px;
}
:deep(form .p-button) {
  margin-top: 16px;
  min-height: 44px;
}
</style>
