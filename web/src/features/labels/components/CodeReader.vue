<script setup lang="ts">
import { ref } from 'vue'
import { useCamera } from '../composables/useCamera'
import FileButton from '@/shared/components/FileButton.vue'
import { codeIn } from '../logic/codeIn'

/** Reads a code: typed, by the camera, or off a still photo. */
defineProps<{ said: string }>()
const emit = defineEmits<{ code: [code: string] }>()
const typed = defineModel<string>({ required: true })

const video = ref<HTMLVideoElement | null>(null)
const { running, trouble, start, stop, readPhoto } = useCamera(video, found)

function found(read: string) {
  const code = codeIn(read)
  if (!code) return
  typed.value = code
  emit('code', code)
}
</script>

<template>
  <form class="form" @submit.prevent="found(typed)">
    <div class="row">
      <v-text-field v-model="typed" label="Code" autocapitalize="characters" autofocus />
      <v-btn type="submit" color="primary">Open</v-btn>
    </div>
    <p v-if="said || trouble" class="notice bad" role="alert">{{ said || trouble }}</p>
  </form>
  <div class="actions">
    <v-btn variant="outlined" color="primary" @click="running ? stop() : start()">{{
      running ? 'Stop the camera' : 'Use the camera'
    }}</v-btn>
    <FileButton accept="image/*" camera @file="(file) => void readPhoto(file)">Take a photo of it</FileButton>
  </div>
  <video v-show="running" ref="video" muted playsinline aria-label="Camera picture"></video>
</template>

<style scoped>
.row {
  display: flex;
  gap: 10px;
}

.row > :first-child {
  flex: 1;
}

video {
  width: 100%;
  max-height: 60vh;
  margin-top: 14px;
  border-radius: 10px;
  background: #000;
}
</style>
