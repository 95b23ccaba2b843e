<script setup lang="ts">
import { addressOf } from '@/shared/api/bench'

/** Before the first photo: how to take it, the sheets to print, and an example. */
const emit = defineEmits<{ example: [] }>()
</script>

<template>
  <div class="empty">
    <p class="sentence">
      Spread the seed on plain paper in one layer and photograph it from straight above. The app finds and marks every
      seed; you correct it.
    </p>
    <p class="quiet">
      A printed sheet gives the size too:
      <a :href="addressOf('/api/v1/photo-sheet/large/')" target="_blank" rel="noopener">large</a>, or
      <a :href="addressOf('/api/v1/photo-sheet/small/')" target="_blank" rel="noopener">small</a> for seed under 2 mm.
      Photos stay on your server.
    </p>
    <p><button type="button" class="text-link" @click="emit('example')">Look at an example</button></p>
  </div>
</template>

<style scoped>
.empty {
  display: grid;
  place-content: center;
  padding: 24px;
  border: 1px dashed var(--earth-2);
  border-radius: 8px;
  text-align: center;
}

.sentence {
  max-width: 46ch;
  margin: 0 auto 12px;
}
</style>
