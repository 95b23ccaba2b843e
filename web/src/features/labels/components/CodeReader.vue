<script setup lang="ts">
import { ref } from 'vue'
import { useCamera } from '../composables/useCamera'
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

function take(event: Event) {
  const file = (event.target as HTMLInputElement).files?.[0]
  if (file) void readPhoto(file)
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
    <label class="still"
      ><input type="file" accept="image/*" capture="environment" class="sr-only" @change="take" /> Take a photo of
      it</label
    >
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

.still {
  min-height: 48px;
  padding: 0 14px;
  border: 1px dashed var(--earth-2);
  border-radius: 8px;
  line-height: 46px;
  cursor: pointer;
}

.still:focus-within {
  outline: 3px solid var(--leaf);
  outline-offset: 2px;
}

video {
  width: 100%;
  max-height: 60vh;
  margin-top: 14px;
  border-radius: 10px;
  background: #000;
}
</style>
