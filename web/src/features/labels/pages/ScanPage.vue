<script setup lang="ts">
import { onMounted, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { Problem } from '@/shared/api/problem'
import { useTitle } from '@/shared/composables/useTitle'
import { findCode } from '../api'
import { useCamera } from '../composables/useCamera'
import { codeIn, pageOf } from '../logic/codeIn'

useTitle(() => 'Open a code')
const route = useRoute()
const router = useRouter()
const video = ref<HTMLVideoElement | null>(null)
const typed = ref('')
const said = ref('')
const { running, trouble, start, stop, readPhoto } = useCamera(video, (text) => void open(text))

async function open(read: string) {
  const code = codeIn(read)
  if (!code) return
  typed.value = code
  said.value = ''
  try {
    await router.replace(pageOf(await findCode(code)))
  } catch (error) {
    if (!(error instanceof Problem)) throw error
    said.value =
      error.status === 404 ? `Nothing here carries the code “${code}”. Look again at letters and digits.` : error.detail
  }
}

function take(event: Event) {
  const file = (event.target as HTMLInputElement).files?.[0]
  if (file) void readPhoto(file)
}

onMounted(() => {
  if (typeof route.params.code === 'string') void open(route.params.code)
})
</script>

<template>
  <main class="page narrow">
    <h1>Open a code</h1>
    <p class="sentence">Every lot, dish, bag and trial carries a code, the same in letters and in its square.</p>
    <form class="form" @submit.prevent="open(typed)">
      <div class="row">
        <v-text-field v-model="typed" label="Type the code" autocapitalize="characters" autofocus />
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
    <video v-show="running" ref="video" muted playsinline aria-label="What the camera sees"></video>
  </main>
</template>

<style scoped>
.narrow {
  max-width: 640px;
}

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
