<script setup lang="ts">
import CrumbTrail from '@/shared/components/CrumbTrail.vue'

/** The way back from a page of a trial. */
defineProps<{ id: number; code?: string | undefined }>()
</script>

<template>
  <CrumbTrail
    :steps="[
      { words: 'Trials', to: '/trials' },
      { words: code ?? 'This trial', to: { name: 'trial', params: { id } }, code: true },
    ]"
  />
</template>
