<script setup lang="ts">
import { computed, ref } from 'vue'

/** A link shown this once, to be handed over in person or by a message of one's own. */
const props = defineProps<{ token: string; what: string }>()
const link = computed(() => `${window.location.origin}/join#${props.token}`)
const copied = ref(false)

async function copy() {
  await navigator.clipboard.writeText(link.value)
  copied.value = true
}
</script>

<template>
  <div class="notice" role="status">
    <p>
      The link {{ what }}. It is shown only now and works once, within seven days. Pass it on yourself: nothing is sent.
    </p>
    <code class="code link">{{ link }}</code>
    <div class="actions">
      <v-btn variant="outlined" color="primary" @click="copy">{{ copied ? 'Copied' : 'Copy it' }}</v-btn>
    </div>
  </div>
</template>

<style scoped>
.link {
  display: block;
  margin: 8px 0;
  overflow-wrap: anywhere;
}
</style>
