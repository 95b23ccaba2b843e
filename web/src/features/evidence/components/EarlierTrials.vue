<script setup lang="ts">
import { day } from '@/shared/format/dates'
import { percent, percentRange } from '@/shared/format/numbers'
import { useEarlier } from '../api'

/** The same plant and treatment in other trials: each trial one line, the average lot, and where the next one will fall. */
const props = defineProps<{ id: number }>()
const { data } = useEarlier(() => props.id)
</script>

<template>
  <section v-if="data?.treatments.length" aria-label="The same treatments in other trials">
    <h2 class="ruled">The same plant and treatment over lots and years</h2>
    <p v-for="n in data.notes" :key="n" class="notice">{{ n }}</p>
    <div v-for="t in data.treatments" :key="t.name" class="one">
      <h3>{{ t.name }}</h3>
      <p>{{ t.sentence }}</p>
      <ul class="plain">
        <li v-for="l in t.lines" :key="`${l.trial}${l.germinated}`">
          <RouterLink class="code" :to="{ name: 'compare', params: { id: l.trial } }">{{ l.trial_code }}</RouterLink>
          {{ day(l.sown_on) }}, lot <span class="code">{{ l.lot_code }}</span>: {{ l.germinated }} of {{ l.sown }},
          {{ percent(l.share) }} % ({{ percentRange(l.lower, l.upper) }})
          <span v-if="l.here" class="quiet">this trial</span>
          <span v-if="l.left_out" class="late"> not pooled: {{ l.left_out }}</span>
        </li>
      </ul>
    </div>
  </section>
</template>

<style scoped>
.one {
  margin: 8px 0;
}

h3 {
  font-size: 1rem;
}

p {
  margin: 2px 0;
}
</style>
