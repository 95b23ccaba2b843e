<script setup lang="ts">
/** A photo that is being looked through, with a way to stop; or one that is of no use, with the reason. */
defineProps<{ address: string; share: number | null; trouble: string }>()
const emit = defineEmits<{ leaveOut: [] }>()
</script>

<template>
  <div class="waiting">
    <img :src="address" alt="" />
    <div class="over">
      <template v-if="share !== null">
        <p>Finding the seeds</p>
        <progress :value="share" max="1" aria-label="Finding the seeds" />
        <button type="button" @click="emit('leaveOut')">Cancel</button>
      </template>
      <template v-else>
        <p role="alert">{{ trouble }}</p>
        <button type="button" @click="emit('leaveOut')">Leave this photo out</button>
      </template>
    </div>
  </div>
</template>

<style scoped>
.waiting {
  display: grid;
  place-content: center;
  overflow: hidden;
  padding: 24px;
  border: 1px dashed var(--earth-2);
  border-radius: 8px;
  text-align: center;
}

img {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
  object-fit: contain;
  opacity: 0.45;
}

.over {
  position: relative;
  max-width: 46ch;
  padding: 16px 20px;
  border-radius: 8px;
  background: var(--sheet);
}

p {
  margin: 0 0 10px;
}

progress {
  display: block;
  width: 100%;
  margin-bottom: 10px;
}

button {
  min-height: 48px;
  padding: 0 16px;
  border: 1.5px solid var(--line);
  border-radius: 10px;
  background: var(--sheet);
}
</style>
