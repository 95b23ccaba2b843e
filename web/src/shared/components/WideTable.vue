<script setup lang="ts">
/** A ledger table that scrolls by itself where it is wider than the page. */
defineProps<{ label: string }>()
</script>

<template>
  <div class="scroll" tabindex="0" role="region" :aria-label="label">
    <table class="ledger">
      <slot />
    </table>
  </div>
</template>

<style scoped>
.scroll {
  position: relative;
  overflow-x: auto;
}
</style>
