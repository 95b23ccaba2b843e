<script setup lang="ts">
import type { HistoryEntry } from '@/shared/api/types'
import { moment } from '@/shared/format/dates'

/** Who changed what of a thing, and when; the latest first. */
defineProps<{ entries: readonly HistoryEntry[]; open?: boolean }>()
</script>

<template>
  <details v-if="open || entries.length > 1" :open="open">
    <summary>History of changes</summary>
    <ul>
      <li v-for="h in entries" :key="h.version">
        {{ moment(h.at) }}, {{ h.by }}:
        <template v-if="!h.changes.length">entered</template>
        <span v-for="c in h.changes" :key="c.field"
          >{{ c.field.replaceAll('_', ' ') }} “{{ c.before ?? '–' }}” → “{{ c.after ?? '–' }}”
        </span>
      </li>
    </ul>
  </details>
</template>

<style scoped>
ul {
  padding: 0;
  list-style: none;
}

li {
  padding: 4px 0;
}

summary {
  min-height: 44px;
  line-height: 44px;
  cursor: pointer;
}
</style>
