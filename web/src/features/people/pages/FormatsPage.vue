<script setup lang="ts">
import { computed } from 'vue'
import ChipChoice from '@/shared/components/ChipChoice.vue'
import { useProblem } from '@/shared/composables/useProblem'
import { useTitle } from '@/shared/composables/useTitle'
import { dateAsKnown, day, isoDay, moment, weekdayShort } from '@/shared/format/dates'
import { degrees, mass } from '@/shared/format/units'
import type { Person } from '../api'
import { useSession } from '../session'

/** Units and the order of dates, each person's own; a tap is kept at once and shows itself beside it. */
useTitle(() => 'Units and dates')
const { user, changeOwn } = useSession()
const { attempt, sentence } = useProblem()
const now = new Date()

const UNITS: { value: Person['units']; title: string }[] = [
  { value: 'metric', title: '°C and grams' },
  { value: 'us', title: '°F and ounces' },
]
const DATES: { value: Person['dates']; title: string }[] = [
  { value: 'dmy', title: 'day first' },
  { value: 'mdy', title: 'month first' },
  { value: 'ymd', title: 'year first' },
]
const units = computed({
  get: () => (user.value ? [user.value.units] : []),
  set: ([wanted]) => void attempt(() => changeOwn({ units: wanted })),
})
const dates = computed({
  get: () => (user.value ? [user.value.dates] : []),
  set: ([wanted]) => void attempt(() => changeOwn({ dates: wanted })),
})
</script>

<template>
  <main class="page">
    <h1>Units and dates</h1>
    <p class="quiet">This changes what you see and type. Records and other people’s settings stay the same.</p>
    <h2 class="ruled">Temperatures and masses</h2>
    <ChipChoice v-model="units" label="Temperatures and masses" :choices="UNITS" />
    <p>A fridge at {{ degrees(3) }}; a thousand seeds of {{ mass(8.43) }}.</p>
    <h2 class="ruled">Dates</h2>
    <ChipChoice v-model="dates" label="Dates" :choices="DATES" />
    <p>
      Today is {{ day(isoDay(now)) }}, {{ weekdayShort(isoDay(now)) }}; a look at {{ moment(now.toISOString()) }}; a lot
      of {{ dateAsKnown(isoDay(now), 'month') }}.
    </p>
    <p v-if="sentence" class="notice bad" role="alert">{{ sentence }}</p>
    <p class="quiet">
      Printed sheets, decisions and files keep °C, grams and day-first dates, because others read them too.
    </p>
  </main>
</template>

<style scoped>
h2 {
  margin: 20px 0 12px;
}
</style>
