<script setup lang="ts">
import { ref } from 'vue'
import { hand } from '@/shared/drawing/saveFigure'
import { useProblem } from '@/shared/composables/useProblem'
import { makeReport, type Making } from '../api'

/** The report as a PDF, made on the server; each step is told as it begins. */
const props = defineProps<{ trial: number }>()
const { attempt, sentence } = useProblem()
const doing = ref('')
const failed = ref('')
const done = ref(0)

function hear(line: Making) {
  if ('pdf' in line) {
    const bytes = Uint8Array.from(atob(line.pdf), (c) => c.charCodeAt(0))
    hand(new Blob([bytes], { type: 'application/pdf' }), line.name)
  } else if ('failed' in line) {
    failed.value = line.failed
  } else {
    doing.value = line.doing
    done.value = line.of ? line.done / line.of : 1
  }
}

async function make() {
  failed.value = ''
  doing.value = 'asking for it'
  done.value = 0
  await attempt(() => makeReport(props.trial, hear))
  doing.value = ''
}
</script>

<template>
  <span class="make no-print">
    <v-btn color="primary" :loading="doing !== ''" @click="make">As a PDF</v-btn>
    <span v-if="doing" role="status">
      <progress :value="done" max="1" :aria-label="`The report: ${doing}`"></progress> {{ doing }}
    </span>
    <span v-if="failed || sentence" class="late" role="alert">{{ failed || sentence }}</span>
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
