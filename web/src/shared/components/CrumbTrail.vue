<script setup lang="ts">
import type { RouteLocationRaw } from 'vue-router'

/** The way from the list to this page: links, with a sign between two of them and none at the end. */
defineProps<{ steps: readonly { words: string; to?: RouteLocationRaw; code?: boolean }[] }>()
</script>

<template>
  <p class="quiet crumb">
    <template v-for="(s, n) in steps" :key="s.words">
      <span v-if="n" aria-hidden="true"> › </span>
      <RouterLink v-if="s.to" :to="s.to" :class="{ code: s.code }">{{ s.words }}</RouterLink>
      <span v-else :class="{ code: s.code }">{{ s.words }}</span>
    </template>
  </p>
</template>
