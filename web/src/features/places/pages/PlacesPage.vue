<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { ThingFoot } from '@/features/changes'
import { useSession } from '@/features/people'
import EmptyState from '@/shared/components/EmptyState.vue'
import PageState from '@/shared/components/PageState.vue'
import WideTable from '@/shared/components/WideTable.vue'
import { useArrival } from '@/shared/composables/useArrival'
import { useTitle } from '@/shared/composables/useTitle'
import { times } from '@/shared/format/numbers'
import { placeKindWords } from '@/shared/labels'
import { degrees, degreesShown, degreeUnit } from '@/shared/format/units'
import { usePlaces } from '../api'
import PlaceForm from '../components/PlaceForm.vue'

useTitle(() => 'Places')
const { user } = useSession()
const { data, isPending, error, refetch } = usePlaces()
useArrival(() => data.value)
const open = ref<number | 'new' | null>(null)
// the first place is asked for at once
watch(
  data,
  (places) => {
    if (places?.results.length === 0 && user.value?.may_plan) open.value = 'new'
  },
  { immediate: true },
)
const edited = computed(() => data.value?.results.find((p) => p.id === open.value))
</script>

<template>
  <main class="page">
    <div class="page-top">
      <h1>Places</h1>
      <v-btn v-if="user?.may_plan" color="primary" @click="open = 'new'">Add a place</v-btn>
    </div>
    <p class="sentence">
      Rule of thumb: seed keeps where °F plus % humidity is 100 or less.<br />Its life doubles for each
      {{ degreeUnit() === '°C' ? '5 °C' : '9 °F' }} cooler and, roughly, each 10 % drier. A starting point, never a
      promise.
    </p>
    <PlaceForm v-if="open !== null" :key="String(open)" :place="edited" @done="open = null" />
    <ThingFoot v-if="edited" :key="edited.id" kind="place" :id="edited.id" :name="edited.name" deletable />
    <PageState :pending="isPending" :error="error" @retry="refetch" />
    <EmptyState
      v-if="data && !data.results.length"
      title="No place yet"
      why="Rooms, fridges, shelves and boxes will be listed here, in the order you walk."
    />
    <WideTable v-else-if="data" label="Places">
      <thead>
        <tr>
          <th scope="col">place</th>
          <th scope="col">what</th>
          <th scope="col" class="num">{{ degreeUnit() }}</th>
          <th scope="col" class="num">% humidity</th>
          <th scope="col" class="num">°F + %</th>
          <th scope="col">keeps seed</th>
          <th scope="col">life compared with {{ degrees(20) }} and 50 %</th>
          <th v-if="user?.may_plan" scope="col"></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="p in data.results" :id="`place-${p.id}`" :key="p.id">
          <td>
            {{ p.full_name }}
            <RouterLink :to="{ name: 'place-temperature', params: { id: p.id } }" class="quiet">log</RouterLink>
          </td>
          <td class="quiet">{{ placeKindWords[p.kind] }}</td>
          <td class="num" :class="{ quiet: p.temperature_c === null }">
            {{ p.climate_c === null ? '–' : degreesShown(p.climate_c) }}
          </td>
          <td class="num" :class="{ quiet: p.humidity_percent === null }">{{ p.climate_percent ?? '–' }}</td>
          <td class="num">{{ p.harrington?.toFixed(0) ?? '–' }}</td>
          <td>
            <template v-if="p.keeps_seed === null"><span class="quiet">climate not known</span></template>
            <template v-else>{{
              p.keeps_seed ? (p.dry_first ? 'yes, airtight once it is dry' : 'yes') : 'not for long'
            }}</template>
          </td>
          <td>{{ p.relative_life === null ? '–' : times(p.relative_life) }}</td>
          <td v-if="user?.may_plan"><button type="button" class="text-link" @click="open = p.id">Change</button></td>
        </tr>
      </tbody>
    </WideTable>
  </main>
</template>

<style scoped>
.sentence {
  max-width: 760px;
  margin: 8px 0 16px;
}
</style>
