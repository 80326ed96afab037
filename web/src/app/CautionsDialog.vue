<script setup lang="ts">
import { answer, api } from '@/api/client'
import { cautionWords } from '@/shared/cautionWords'
import { useSession } from '@/shared/session'
import * as texts from './words'

const session = useSession()
async function read() {
  session.take(await answer(api.POST('/api/me/cautions')))
}
</script>

<template>
  <Dialog visible modal :closable="false" :header="texts.BEFORE_YOU_BEGIN" class="cautions">
    <ol>
      <li v-for="words in cautionWords" :key="words">{{ words }}</li>
    </ol>
    <Button :label="texts.I_HAVE_READ_THIS" data-testid="cautions-read" autofocus @click="read" />
  </Dialog>
</template>

<style scoped>
ol {
  max-width: 460px;
  margin-bottom: 16px;
}
li {
  border-top: 1px solid var(--rule);
  padding: 8px 0;
}
</style>
