<script setup lang="ts">
import { shallowRef } from 'vue'
import type { Schemas } from '@/api/client'
import AlreadyDialog from './AlreadyDialog.vue'
import ChangeDialog from './ChangeDialog.vue'
import DoseDialog from './DoseDialog.vue'
import WarmDialog from './WarmDialog.vue'

/** The forms of what is due and of what was done: which of them is open is not the list’s, or it would be drawn anew before the form comes. */
type Opened =
  | { form: 'dose' | 'change' | 'already' | 'warm'; due: Schemas['DueOut'] }
  | { form: 'correct'; done: Schemas['DoneOut'] }
const opened = shallowRef<Opened | null>(null)
const close = () => (opened.value = null)
defineExpose({ open: (which: Opened) => (opened.value = which) })
</script>

<template>
  <template v-if="opened">
    <DoseDialog v-if="opened.form === 'dose'" :due="opened.due" @close="close" />
    <DoseDialog v-else-if="opened.form === 'correct'" :done="opened.done" @close="close" />
    <ChangeDialog v-else-if="opened.form === 'change'" :due="opened.due" @close="close" />
    <AlreadyDialog v-else-if="opened.form === 'already'" :due="opened.due" @close="close" />
    <WarmDialog v-else :due="opened.due" @close="close" />
  </template>
</template>
