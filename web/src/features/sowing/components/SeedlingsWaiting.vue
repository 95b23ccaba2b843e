<script setup lang="ts">
import { ref } from 'vue'
import { PlaceField } from '@/features/places'
import FormFoot from '@/shared/components/FormFoot.vue'
import { useProblem } from '@/shared/composables/useProblem'
import { numberOrNull, plural } from '@/shared/format/numbers'
import { usePotFromDishes, useSeedlings } from '../api'

/** Seedlings potted from a trial's dishes: each becomes a plant of its lot, in a tray that is counted like any other. */
const { data } = useSeedlings()
const pot = usePotFromDishes()
const { attempt, at, foot, question } = useProblem()
const open = ref<number | null>(null)
const count = ref('')
const place = ref<number | null>(null)

function start(trial: number, seedlings: number) {
  open.value = trial
  count.value = String(seedlings)
}
async function save(sure = false) {
  const trial = open.value
  if (trial === null) return
  const made = await attempt(() =>
    pot.mutateAsync({ trial, seedlings: numberOrNull(count.value) ?? NaN, place: place.value, sure }),
  )
  if (made) open.value = null
}
</script>

<template>
  <section v-if="data?.length" aria-label="Potted from dishes">
    <h2 class="ruled">Potted from dishes, in no tray yet</h2>
    <ul class="plain">
      <li v-for="s in data" :key="s.trial">
        {{ plural(s.seedlings, 'seedling') }} of {{ s.lot_name }} from
        <RouterLink class="code" :to="{ name: 'trial', params: { id: s.trial } }">{{ s.trial_code }}</RouterLink>
        <button type="button" class="text-link" @click="start(s.trial, s.seedlings)">put them in a tray</button>
        <form v-if="open === s.trial" class="form" @submit.prevent="save()">
          <div class="form-row">
            <v-text-field v-model="count" label="Seedlings" inputmode="numeric" :error-messages="at('/seedlings')" />
            <PlaceField v-model="place" label="Place of the tray" />
          </div>
          <FormFoot
            action="Make the tray"
            :busy="pot.isPending.value"
            :sentence="foot('/seedlings')"
            :question="question"
            @sure="save(true)"
            @leave="open = null"
          />
        </form>
      </li>
    </ul>
  </section>
</template>

<style scoped>
h2 {
  margin-top: 24px;
}
</style>
