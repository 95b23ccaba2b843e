<script setup lang="ts">
import { computed } from 'vue'
import QuotedText from '@/shared/components/QuotedText.vue'
import type { Comparison } from '../api'

/** Three questions, each in sentences: how many, how fast among those that germinated, both in one. */
const props = defineProps<{ data: Comparison }>()

const many = computed(() =>
  props.data.treatments.flatMap((t) =>
    t.against_control ? [{ name: t.name, sentence: t.against_control.sentence }] : [],
  ),
)
const lines = (found: { a: string; sentence: string }[]) => found.map((x) => ({ name: x.a, sentence: x.sentence }))
const questions = computed(() =>
  [
    { head: 'How many', note: '', rows: many.value },
    {
      head: 'How fast, among those that germinated',
      note: props.data.speed?.note ?? '',
      rows: lines(props.data.speed?.lines ?? []),
    },
    { head: 'Both in one: pace', note: props.data.pace.sentence, rows: lines(props.data.pace.lines) },
  ].filter((q) => q.rows.length || (q.note && props.data.treatments.length > 1)),
)
</script>

<template>
  <section v-for="q in questions" :key="q.head">
    <h2 class="ruled">{{ q.head }}</h2>
    <p v-if="q.note" class="quiet">{{ q.note }}</p>
    <ul class="plain">
      <li v-for="(r, i) in q.rows" :key="i">
        <strong>{{ r.name }}</strong> <QuotedText :text="r.sentence" />
      </li>
    </ul>
  </section>
</template>

<style scoped>
section {
  margin-bottom: 14px;
}

p {
  margin: 4px 0;
  font-size: 0.92rem;
}

li {
  padding: 5px 0;
  border-bottom: 1px solid var(--line-soft);
}
</style>
