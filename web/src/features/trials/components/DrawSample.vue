<script setup lang="ts">
import { computed } from 'vue'
import { plural, seeds } from '@/shared/format/numbers'
import type { SetUpSheet } from '../api'

/** How the seed of each lot is drawn: by halving where there is enough of it. */
const props = defineProps<{ sheet: SetUpSheet }>()

/** Every lot of a few; of many packets only that their seed is counted off. */
const MOST = 6
const shown = computed(() => (props.sheet.drawings.length > MOST ? [] : props.sheet.drawings))
const total = computed(() => props.sheet.dishes.reduce((sum, d) => sum + d.seeds, 0))
const unmeasured = computed(() => props.sheet.lots.filter((l) => !props.sheet.drawings.some((d) => d.lot.id === l.id)))
</script>

<template>
  <template v-for="d in shown" :key="d.lot.id">
    <p v-if="d.halvings">
      From {{ seeds(d.pile, d.estimated) }} seeds of
      <RouterLink class="code" :to="{ name: 'lot', params: { id: d.lot.id } }">{{ d.lot.code }}</RouterLink>: pour them
      out, divide the heap in two and keep one half, chosen by a coin. Do this
      <strong>{{ plural(d.halvings, 'time', 'times') }}</strong>. About {{ Math.round(d.expected) }} are left. Count off
      {{ d.wanted }} without choosing.
    </p>
    <p v-else>
      {{ d.wanted }} of {{ seeds(d.pile, d.estimated) }} seeds of <span class="code">{{ d.lot.code }}</span>: mix them
      and count them off without choosing. Halving would leave too few.
    </p>
  </template>
  <p v-if="sheet.drawings.length > MOST">
    {{ plural(sheet.lots.length, 'packet') }}: mix the seed of each and count it off without choosing.
  </p>
  <p v-else-if="unmeasured.length === 1 && sheet.lots.length === 1">
    The lot has no amount yet. Mix it well, halve it until about {{ total }} are left, and count them off.
  </p>
  <p v-else-if="unmeasured.length">
    No amount yet: {{ unmeasured.map((l) => l.code).join(', ') }}. Mix each well, halve it until it is little more than
    you need, and count it off.
  </p>
</template>
