<script setup lang="ts">
import { useIsFetching } from '@tanstack/vue-query'

/** A thin line at the top while a page waits for what it has never shown. */
const fetching = useIsFetching({ predicate: (query) => query.state.data === undefined })
</script>

<template>
  <div v-if="fetching" class="page-progress no-print" aria-hidden="true"></div>
</template>

<style scoped>
.page-progress {
  position: fixed;
  z-index: 40;
  top: 0;
  right: 0;
  left: 0;
  height: 3px;
  background: var(--sprout);
  animation: come 0.2s 0.15s both;
}

@keyframes come {
  from {
    opacity: 0;
  }
}
</style>
