<script setup lang="ts">
import BagLabel from './BagLabel.vue'

/** A form that is filled in like the label on a bag, and beside it what follows from what is written and the ways out. */
defineProps<{ title: string; code: string }>()
const emit = defineEmits<{ save: [] }>()
defineSlots<{ default(): unknown; beside(): unknown }>()
</script>

<template>
  <form class="bench" @submit.prevent="emit('save')">
    <BagLabel :title="title" :code="code"><slot /></BagLabel>
    <div class="beside">
      <h2 class="ruled">What follows</h2>
      <slot name="beside" />
    </div>
  </form>
</template>

<style scoped>
.bench {
  display: grid;
  grid-template-columns: minmax(0, 1.6fr) minmax(280px, 1fr);
  gap: 20px 40px;
  align-items: start;
  margin-top: 10px;
}

.beside {
  display: grid;
  gap: 10px;
}

.beside :deep(p) {
  margin: 0;
}

@media (max-width: 900px) {
  .bench {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
