<!-- what stands before the door: the name, a sentence, and what is asked -->
<template>
  <main class="enter">
    <h1>Pennywort</h1>
    <slot />
  </main>
</template>

<style scoped>
.enter {
  max-width: 460px;
  margin: 12vh auto 0;
  padding: 0 20px;
}
h1 {
  font-size: 28px;
  line-height: 40px;
  padding-bottom: 4px;
  border-bottom: 3px solid var(--ink);
  box-shadow:
    0 4px 0 -1px var(--paper),
    0 5px 0 -1px var(--ink);
}
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
