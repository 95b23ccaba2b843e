<script setup lang="ts">
import { computed, ref } from 'vue'
import { previewSowing } from '@/features/sowing'
import { useAnswer } from '@/shared/composables/useAnswer'
import { dayAfter, isoDay } from '@/shared/format/dates'
import { numberOrNull } from '@/shared/format/numbers'

/** What a sowing after this decision would take for so many plants; the plan itself has its own page. */
const props = defineProps<{ lot: number; treatment: number }>()

const WEEKS_AHEAD = 24
const plants = ref('50')
const wish = computed(() => {
  const wanted = numberOrNull(plants.value)
  return wanted && wanted > 0
    ? {
        lot: props.lot,
        treatment: props.treatment,
        plants_wanted: wanted,
        wanted_on: dayAfter(isoDay(new Date()), 7 * WEEKS_AHEAD),
      }
    : null
})
const { answer, problem } = useAnswer(wish, previewSowing)
const way = computed(() => answer.value?.choices.find((c) => c.choice.seeds === answer.value?.seeds_per_cell))
</script>

<template>
  <section>
    <h2 class="ruled">If you sow this lot</h2>
    <v-text-field v-model="plants" class="plants" label="Plants wanted" inputmode="numeric" hide-details />
    <p v-if="problem" class="notice bad" role="alert">{{ problem.detail }}</p>
    <p v-else-if="way">{{ way.sentence }} {{ way.choice.seeds_in_all }} seeds in all.</p>
    <p v-else-if="answer">{{ answer.plain_sentence }}</p>
    <p>
      <RouterLink :to="{ name: 'new-sowing', query: { lot, treatment } }">Plan the sowing</RouterLink>
    </p>
  </section>
</template>

<style scoped>
.plants {
  max-width: 160px;
  margin: 8px 0;
}

p {
  margin: 6px 0;
}
</style>
