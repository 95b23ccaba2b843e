<script setup lang="ts">
import { computed } from 'vue'
import { plural } from '@/shared/format/numbers'
import type { BenchTrial } from '../api'

/** A trial on the bench, with what can be done next: by hand on the real pages, or by a helper. */
const props = defineProps<{ trial: BenchTrial; busy: boolean }>()
const emit = defineEmits<{ sow: []; count: []; cut: [] }>()
const days = computed(() => Math.round(props.trial.days_to_treat))
const stands = computed(() => {
  const t = props.trial
  if (t.state === 'planned') return 'laid out, not sown yet'
  if (t.state === 'closed') return 'closed: compare and conclude'
  return t.due ? `${plural(t.due, 'dish', 'dishes')} due now` : 'nothing due: skip some days'
})
</script>

<template>
  <section class="trial">
    <h3>
      <RouterLink :to="`/trials/${trial.id}`">{{ trial.code }}</RouterLink> {{ trial.question }}
    </h3>
    <p class="quiet">{{ trial.treatments.join(' · ') }}; {{ plural(trial.dishes, 'dish', 'dishes') }}; {{ stands }}.</p>
    <div class="actions">
      <v-btn v-if="trial.state === 'planned'" color="primary" :loading="busy" @click="emit('sow')">
        {{ days ? `Do the treatments, then sow: ${plural(days, 'day')}` : 'Sow all dishes' }}
      </v-btn>
      <template v-if="trial.state === 'counting'">
        <v-btn color="primary" :to="`/trials/${trial.id}/count`">Count by hand</v-btn>
        <v-btn variant="outlined" color="primary" :loading="busy" @click="emit('count')">Have the round counted</v-btn>
        <v-btn variant="text" :loading="busy" @click="emit('cut')">Have the rest cut, and close</v-btn>
      </template>
      <v-btn v-if="trial.state !== 'planned'" variant="text" :to="`/trials/${trial.id}/compare`">Compare</v-btn>
    </div>
  </section>
</template>

<style scoped>
.trial {
  padding: 10px 0 14px;
  border-bottom: 1px solid var(--line);
}

h3 {
  margin: 0;
}
</style>
