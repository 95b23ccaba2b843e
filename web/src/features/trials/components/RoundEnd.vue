<script setup lang="ts">
import { computed } from 'vue'
import { plural } from '@/shared/format/numbers'
import { weekdayShort } from '@/shared/format/dates'
import type { CountSheet } from '../api'

/** The end of a round: what was looked at, what may be closed, when the next look is due. */
const props = defineProps<{ sheet: CountSheet; saved: number; dishes: number; canTakeBack: boolean; waiting: number }>()
const emit = defineEmits<{ back: [] }>()

const closing = computed(
  () =>
    props.sheet.dishes.filter((d) => d.open && (d.advice === 'quiet_and_length' || d.advice === 'all_accounted'))
      .length,
)
</script>

<template>
  <section class="end">
    <h2>The round is done</h2>
    <p class="sentence">{{ plural(saved, 'dish', 'dishes') }} of {{ dishes }} looked at.</p>
    <p v-if="waiting" class="quiet">{{ plural(waiting, 'look') }} kept on this device until there is signal.</p>
    <p v-if="closing" class="notice">
      {{ plural(closing, 'dish', 'dishes') }} can be closed.
      <RouterLink :to="{ name: 'close-trial', params: { id: sheet.trial } }">Close the dishes</RouterLink>
    </p>
    <p v-else class="quiet">
      Looked at every
      {{ sheet.every_days < 1 ? `${Math.round(sheet.every_days * 24)} hours` : plural(sheet.every_days, 'day') }}, daily
      once it moves; Today says when ({{
        weekdayShort(new Date(Date.now() + sheet.every_days * 86_400_000).toISOString())
      }}
      at the latest).
    </p>
    <div class="actions">
      <v-btn color="primary" :to="{ name: 'trial', params: { id: sheet.trial } }">Open the trial</v-btn>
      <v-btn variant="outlined" color="primary" :to="{ name: 'compare', params: { id: sheet.trial } }">Compare</v-btn>
    </div>
    <p>
      <button type="button" class="quiet" :disabled="!canTakeBack" @click="emit('back')">undo the last dish</button>
    </p>
  </section>
</template>

<style scoped>
.end {
  padding: 8vh 0;
  text-align: center;
}

.end .actions {
  justify-content: center;
  margin-top: 16px;
}

button {
  min-height: 48px;
  color: var(--leaf);
  text-decoration: underline;
}
</style>
