<script setup lang="ts">
import { addressOf } from '@/shared/api/bench'
import FileButton from './FileButton.vue'
import { smallPhoto } from '@/shared/composables/smallPhoto'
import { moment } from '@/shared/format/dates'

/** Photos side by side, each with its moment and words; one is taken where that may be, and taken back where it has an id. */
defineProps<{
  photos: readonly { photo: number; at: string; by: string; words?: string; id?: number }[]
  /** What a photo shows, for a screen reader. */
  of: string
  mayAdd: boolean
}>()
const emit = defineEmits<{ add: [photo: Blob]; takeBack: [id: number] }>()

const take = async (file: File) => emit('add', await smallPhoto(file))
</script>

<template>
  <div class="strip">
    <ul v-if="photos.length">
      <li v-for="p in photos" :key="p.photo">
        <a :href="addressOf(`/api/v1/photos/${p.photo}/`)" target="_blank" rel="noopener"
          ><img :src="addressOf(`/api/v1/photos/${p.photo}/`)" :alt="`${of} on ${moment(p.at)}`" loading="lazy"
        /></a>
        <small
          >{{ p.words || moment(p.at) }}, {{ p.by }}
          <button
            v-if="p.id !== undefined && mayAdd"
            type="button"
            class="text-link no-print"
            @click="emit('takeBack', p.id)"
          >
            Remove
          </button></small
        >
      </li>
    </ul>
    <FileButton v-if="mayAdd" accept="image/*" camera @file="take">Take a photo</FileButton>
  </div>
</template>

<style scoped>
.strip,
ul {
  display: flex;
  flex-wrap: wrap;
  gap: 14px;
  align-items: flex-start;
}

ul {
  margin: 0;
  padding: 0;
  list-style: none;
}

img {
  display: block;
  width: 168px;
  aspect-ratio: 4 / 3;
  border-radius: 6px;
  object-fit: cover;
}
</style>
