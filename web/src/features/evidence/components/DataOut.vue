<script setup lang="ts">
import { addressOf } from '@/shared/api/bench'
import { computed } from 'vue'

/** A trial's data as files: for a spreadsheet, for a program, or all of it with what each column means. */
const props = defineProps<{ trial: number; hidden: boolean }>()
const address = (name: string) => addressOf(`/api/v1/trials/${props.trial}/export/${name}/`)
const files = computed(() => [
  { name: 'trial.xlsx', words: 'Spreadsheet', more: 'three tables, and a sheet that says what each column means' },
  { name: 'looks.csv', words: 'Looks', more: 'CSV in long form, one line a look' },
  { name: 'dishes.csv', words: 'Dishes', more: 'CSV, one line a dish' },
  { name: 'treatments.csv', words: 'Treatments', more: 'CSV with every index' },
  {
    name: 'time-to-event.csv',
    words: 'Time to event',
    more: 'CSV, the interval in which each seed germinated, for survival packages',
  },
  { name: 'citation.bib', words: 'Citation', more: 'BibTeX, with the version of these data' },
  { name: 'trial.json', words: 'JSON', more: 'all of it, by a published schema' },
  {
    name: 'package.zip',
    words: 'Data package',
    more: 'everything with descriptions, so that every index can be recalculated',
  },
])
</script>

<template>
  <section aria-label="The data as files">
    <h2 class="ruled">Export the data</h2>
    <p v-if="hidden" class="quiet">
      The trial is blind, and the tables name each dish’s treatment. Open the trial to export them.
    </p>
    <ul v-else class="plain files">
      <li v-for="f in files" :key="f.name">
        <a :href="address(f.name)" download>{{ f.words }}</a> <span class="quiet">{{ f.more }}</span>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.files {
  columns: 2 320px;
}

li {
  padding: 6px 0;
}
</style>
