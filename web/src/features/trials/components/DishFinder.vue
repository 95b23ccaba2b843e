<script setup lang="ts">
import { ref } from 'vue'
import { CodeReader } from '@/features/labels'
import type { CountDish } from '../api'

/** Jump to a dish of this round by its code; works without signal, since the round is on the device. */
const props = defineProps<{ dishes: readonly CountDish[] }>()
const emit = defineEmits<{ found: [index: number]; leave: [] }>()
const typed = ref('')
const said = ref('')

function jump(code: string) {
  const index = props.dishes.findIndex((d) => d.code.toLowerCase() === code.toLowerCase())
  if (index >= 0) emit('found', index)
  else said.value = `“${code}” is no open dish of this round. Look again, or open it from the head of the page.`
}
</script>

<template>
  <section class="finder" aria-label="Find a dish">
    <CodeReader v-model="typed" :said="said" @code="jump" />
    <button type="button" class="text-link" @click="emit('leave')">Back to the dish</button>
  </section>
</template>

<style scoped>
.finder {
  padding: 16px 0;
}
</style>
