<script setup lang="ts">
import { ref } from 'vue'
import { addressOf } from '@/shared/api/bench'
import MarkedPhoto from '@/shared/drawing/MarkedPhoto.vue'
import { moment } from '@/shared/format/dates'
import { withDoubt } from '@/shared/format/numbers'
import type { CountedBefore } from '../api'

/** Photos that were counted earlier; one opens with its marks as they were recorded. */
defineProps<{ counts: readonly CountedBefore[] }>()
const open = ref<number | null>(null)
const RECORDED: Record<string, string> = { stock: 'in the ledger', sample: 'weighed sample', cut: 'cut test' }
</script>

<template>
  <section aria-label="Counted before">
    <h2 class="ruled">Counted before</h2>
    <ul>
      <li v-for="c in counts" :key="c.id">
        <button
          type="button"
          class="text-link"
          :aria-expanded="open === c.id"
          @click="open = open === c.id ? null : c.id"
        >
          {{ withDoubt(c.seeds, c.se) }} seeds, {{ moment(c.at) }}, {{ c.by }}
        </button>
        <span class="quiet"> {{ c.recorded.map((r) => RECORDED[r]).join(', ') }}</span>
        <MarkedPhoto
          v-if="open === c.id"
          class="old"
          :address="addressOf(`/api/v1/photos/${c.photo}/`)"
          label="The photo with the marks that were recorded"
          :marks="c.marks"
        />
      </li>
    </ul>
  </section>
</template>

<style scoped>
ul {
  margin: 0;
  padding: 0;
  list-style: none;
}

.old {
  height: 280px;
}
</style>
