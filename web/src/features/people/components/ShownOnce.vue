<script setup lang="ts">
import { ref } from 'vue'

/** A secret that is shown this once, with a button that copies it. */
const props = defineProps<{ secret: string }>()
const copied = ref(false)

async function copy() {
  await navigator.clipboard.writeText(props.secret)
  copied.value = true
}
</script>

<template>
  <div class="notice" role="status">
    <p><slot /></p>
    <code class="code secret">{{ secret }}</code>
    <div class="actions">
      <v-btn variant="outlined" color="primary" @click="copy">{{ copied ? 'Copied' : 'Copy it' }}</v-btn>
    </div>
  </div>
</template>

<style scoped>
.secret {
  display: block;
  margin: 8px 0;
  overflow-wrap: anywhere;
}
</style>
