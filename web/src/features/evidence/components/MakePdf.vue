<script setup lang="ts">
import { ref } from 'vue'
import { hand } from '@/shared/drawing/saveFigure'
import { useProblem } from '@/shared/composables/useProblem'
import { makeReport } from '../api'

/** The report as a PDF, made on the server; each step is told as it begins. */
const props = defineProps<{ trial: number }>()
const { attempt, sentence } = useProblem()
const doing = ref('')
const done = ref(0)

async function make() {
  doing.value = 'asking for it'
  done.value = 0
  const made = await attempt(() =>
    makeReport(props.trial, (step, of, words) => {
      doing.value = words
      done.value = of ? step / of : 1
    }),
  )
  doing.value = ''
  if (!made) return
  const bytes = Uint8Array.from(atob(made.pdf), (c) => c.charCodeAt(0))
  hand(new Blob([bytes], { type: 'application/pdf' }), made.name)
}
</script>

<template>
  <span class="make no-print">
    <v-btn color="primary" :loading="doing !== ''" @click="make">As a PDF</v-btn>
    <span v-if="doing" role="status">
      <progress :value="done" max="1" :aria-label="`The report: ${doing}`"></progress> {{ doing }}
    </span>
    <span v-if="sentence" class="late" role="alert">{{ sentence }}</span>
  </span>
</template>

<style scoped>
.make {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  align-items: center;
}

progress {
  accent-color: var(--leaf);
}
</style>
