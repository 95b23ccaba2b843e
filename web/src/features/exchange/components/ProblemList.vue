<script setup lang="ts">
import { computed } from 'vue'
import { plural } from '@/shared/format/numbers'
import type { CellProblem } from '../api'
import { problemFile } from '../logic/problemFile'

/** Cells that need fixing, one by one, and all of them as a file. */
const props = defineProps<{ problems: readonly CellProblem[]; count: number; name: string }>()
const SHOWN = 40
const first = computed(() => props.problems.slice(0, SHOWN))

function download() {
  const link = document.createElement('a')
  link.href = URL.createObjectURL(problemFile(props.problems))
  link.download = `${props.name.replace(/\.[^.]*$/, '')}-problems.csv`
  link.click()
  URL.revokeObjectURL(link.href)
}
</script>

<template>
  <section v-if="count" aria-label="Cells that need fixing">
    <div class="page-top">
      <h2>{{ plural(count, 'cell needs', 'cells need') }} fixing</h2>
      <button type="button" class="text-link" @click="download">Save them as a file</button>
    </div>
    <table class="ledger">
      <thead>
        <tr>
          <th scope="col">cell</th>
          <th scope="col">value</th>
          <th scope="col">problem and fix</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(p, i) in first" :key="i">
          <td class="nowrap">
            <span class="code">{{ p.cell || 'the table' }}</span> <span class="quiet">{{ p.sheet }}</span>
          </td>
          <td>{{ p.value || '(empty)' }}</td>
          <td>{{ p.message }}</td>
        </tr>
      </tbody>
    </table>
    <p v-if="count > first.length" class="quiet">and {{ count - first.length }} more, in the file.</p>
  </section>
</template>
