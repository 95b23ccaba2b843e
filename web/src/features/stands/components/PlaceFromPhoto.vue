<script setup lang="ts">
import { ref } from 'vue'
import FileButton from '@/shared/components/FileButton.vue'
import { photoFacts } from '@/shared/composables/photoFacts'
import { moment } from '@/shared/format/dates'

/** The position that a camera wrote into a photo, offered for the stand. The photo itself goes nowhere. */
const emit = defineEmits<{ place: [place: { latitude: number; longitude: number; elevation_m: number | null }] }>()
const said = ref('')

async function read(file: File) {
  try {
    const facts = await photoFacts(file)
    if (facts?.latitude == null || facts.longitude === null) {
      said.value = 'This photo carries no position. Turn on location in the camera app, or type the coordinates.'
      return
    }
    emit('place', { latitude: facts.latitude, longitude: facts.longitude, elevation_m: facts.elevation_m })
    said.value = `Position taken from the photo${facts.takenAt ? ` of ${moment(facts.takenAt.toISOString())}` : ''}.`
  } catch {
    said.value = 'This file is no photo with readable details. Choose the original from the camera.'
  }
}
</script>

<template>
  <div class="from-photo">
    <FileButton accept="image/*" @file="read">Position from a photo</FileButton>
    <p v-if="said" class="quiet" role="status">{{ said }}</p>
  </div>
</template>

<style scoped>
.from-photo {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  align-items: center;
}

p {
  margin: 0;
}
</style>
