<script setup lang="ts">
import { inSentence } from '@/shared/inSentence'
import type { Schemas } from '@/api/client'
import ChangeForm from '@/shared/ChangeForm.vue'

defineProps<{ due: Schemas['DueOut'] }>()
const emit = defineEmits<{ close: [] }>()
</script>

<template>
  <Dialog
    visible
    modal
    :header="`${due.tank_name}, ${inSentence(due.title)}`"
    @update:visible="emit('close')"
  >
    <ChangeForm
      :tank="due.tank"
      :task="due.task"
      :share="due.press_amount"
      :put-back="due.put_back"
      @done="emit('close')"
    />
  </Dialog>
</template>
