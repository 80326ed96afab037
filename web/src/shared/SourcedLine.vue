<script setup lang="ts">
import * as texts from '@/shared/words'
import type { Schemas } from '@/api/client'

/** A statement with where it comes from. */
defineProps<{ title: string; said: Schemas['SourcedText']; tone?: 'brick' | 'tannin' }>()
</script>

<template>
  <div class="grid grid-cols-[160px_1fr] gap-y-1 gap-x-5 py-2.5 line-t-rule phone:grid-cols-[1fr]">
    <h2 v-if="title" class="text-14" :class="tone">{{ title }}</h2>
    <span v-else />
    <div>
      <p class="max-w-[68ch]">{{ said.text }}</p>
      <p class="small quiet max-w-[68ch]">
        {{ said.source }}{{ said.recalled ? texts.RECALLED_NOT_YET_CHECKED : '' }}
      </p>
    </div>
  </div>
</template>
