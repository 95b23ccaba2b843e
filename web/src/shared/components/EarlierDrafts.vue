<script setup lang="ts" generic="D extends { id: string; at: string }">
import { moment } from '@/shared/format/dates'

/** Drafts of a form that were kept on this device: each can be continued or discarded. */
defineProps<{ drafts: readonly D[]; words: (draft: D) => string }>()
const emit = defineEmits<{ resume: [draft: D]; discard: [id: string] }>()
</script>

<template>
  <p v-for="d in drafts" :key="d.id" class="notice">
    Draft: {{ words(d) }}, {{ moment(d.at) }}.
    <button type="button" class="text-link" @click="emit('resume', d)">Continue</button>
    <button type="button" class="text-link" @click="emit('discard', d.id)">Discard</button>
  </p>
</template>
