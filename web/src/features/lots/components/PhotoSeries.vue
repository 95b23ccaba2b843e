<script setup lang="ts">
import FileButton from '@/shared/components/FileButton.vue'
import { plural } from '@/shared/format/numbers'
import type { CountPhoto } from '../composables/usePhotoSeries'

/** The photos of a count side by side, each with its seeds; another one is taken or chosen at the end. */
defineProps<{ photos: readonly CountPhoto[]; at: number }>()
const emit = defineEmits<{ choose: [n: number]; add: [file: File]; leaveOut: [n: number] }>()
</script>

<template>
  <ul aria-label="Photos of this count">
    <li v-for="(p, n) in photos" :key="p.id">
      <button type="button" :class="{ here: n === at }" :aria-pressed="n === at" @click="emit('choose', n)">
        <img :src="p.address" :alt="`Photo ${n + 1}`" />
        <span class="figures">{{
          p.found ? plural(p.decided.marks.length, 'seed') : p.share === null ? 'not usable' : '…'
        }}</span>
      </button>
      <button type="button" class="text-link" @click="emit('leaveOut', n)">Leave out</button>
    </li>
    <li><FileButton accept="image/*" camera @file="(file) => emit('add', file)">Take a photo</FileButton></li>
    <li>
      <FileButton accept="image/*" multiple label="Choose photos" @file="(file) => emit('add', file)"
        >Choose files</FileButton
      >
    </li>
  </ul>
</template>

<style scoped>
ul {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  align-items: flex-start;
  margin: 12px 0 0;
  padding: 0;
  list-style: none;
}

li {
  display: grid;
  justify-items: center;
}

li > button:first-child {
  display: grid;
  padding: 4px;
  border: 2px solid var(--line);
  border-radius: 8px;
}

li > button.here {
  border-color: var(--leaf);
}

img {
  width: 96px;
  height: 66px;
  border-radius: 4px;
  object-fit: cover;
}
</style>
