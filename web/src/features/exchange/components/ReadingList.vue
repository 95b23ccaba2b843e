<script setup lang="ts">
import { useProblem } from '@/shared/composables/useProblem'
import { moment } from '@/shared/format/dates'
import { useReadings, useUndo } from '../api'

/** Imported files, each undone as one; an undone import can be repeated. */
defineProps<{ busy: boolean }>()
const emit = defineEmits<{ again: [id: number] }>()
const { data } = useReadings()
const undo = useUndo()
const { attempt, sentence } = useProblem()
</script>

<template>
  <section v-if="data?.length" aria-label="Imported files">
    <h2 class="ruled">Imported files</h2>
    <p v-if="sentence" class="notice bad" role="alert">{{ sentence }}</p>
    <ul class="plain">
      <li v-for="r in data" :key="r.id">
        <span>
          <strong>{{ r.name }}</strong> <span class="quiet">{{ r.sentence }}; {{ r.by }}, {{ moment(r.at) }}</span>
          <RouterLink
            v-for="t in r.undone ? [] : r.trials.slice(0, 4)"
            :key="t"
            :to="{ name: 'trial', params: { id: t } }"
          >
            the trial</RouterLink
          >
          <details v-if="r.renamed.length && !r.undone">
            <summary>{{ r.renamed.length }} dishes got codes of their own</summary>
            <p v-for="x in r.renamed" :key="x">{{ x }}</p>
          </details>
        </span>
        <span class="nowrap">
          <span v-if="r.undone" class="quiet">undone</span>
          <button v-if="r.undone" type="button" class="text-link" :disabled="busy" @click="emit('again', r.id)">
            import again
          </button>
          <button
            v-else-if="!r.undoes && r.kind !== 'everything'"
            type="button"
            class="text-link"
            :disabled="busy || undo.isPending.value"
            @click="attempt(() => undo.mutateAsync(r.id))"
          >
            undo the import
          </button>
        </span>
      </li>
    </ul>
  </section>
</template>

<style scoped>
li {
  display: flex;
  gap: 14px;
  justify-content: space-between;
  border-bottom: 1px solid var(--line-soft);
}

a {
  margin-left: 8px;
}

summary {
  min-height: 36px;
  color: var(--ink-2);
  cursor: pointer;
}

details p {
  margin: 0;
}
</style>
