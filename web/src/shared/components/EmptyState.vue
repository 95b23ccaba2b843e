<script setup lang="ts">
/** An empty page teaches: why it exists, and the one thing to do. */
defineProps<{ title: string; why: string }>()
</script>

<template>
  <section class="empty">
    <h2>{{ title }}</h2>
    <p class="sentence">{{ why }}</p>
    <slot />
  </section>
</template>

<style scoped>
.empty {
  display: grid;
  gap: 10px;
  max-width: 560px;
  padding: 24px 0;
}
</style>
