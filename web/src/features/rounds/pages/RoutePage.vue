<script setup lang="ts">
import EmptyState from '@/shared/components/EmptyState.vue'
import PageState from '@/shared/components/PageState.vue'
import { useTitle } from '@/shared/composables/useTitle'
import { weekdayLong } from '@/shared/format/dates'
import { plural } from '@/shared/format/numbers'
import { StandLine } from '@/features/stands'
import { useDayRoute } from '../api'
import RouteDrawing from '../components/RouteDrawing.vue'

useTitle(() => 'Route of the day')
const { data: route, isPending, error, refetch } = useDayRoute()
const print = () => window.print()
</script>

<template>
  <main class="page">
    <PageState :pending="isPending" :error="error" @retry="refetch" />
    <template v-if="route">
      <div class="top">
        <h1>{{ weekdayLong(route.day) }}: {{ plural(route.stops.length, 'place') }} to visit</h1>
        <v-btn v-if="route.stops.length" class="no-print" variant="outlined" color="primary" @click="print"
          >Print the list</v-btn
        >
      </div>
      <EmptyState
        v-if="!route.stops.length"
        title="No stand to visit today"
        why="Stands whose day has come are listed here."
      >
        <RouterLink to="/stands">Stands</RouterLink>
      </EmptyState>
      <template v-else>
        <p class="sentence">
          Begin where waiting would lose most, then go on to the nearest place.
          <template v-if="route.km >= 1"
            >≈ {{ Math.round(route.km) }} km in straight lines<template v-if="route.coarse"
              >, from coarse positions</template
            >.</template
          >
        </p>
        <div class="way">
          <RouteDrawing :stops="route.stops" class="no-print" />
          <ol>
            <li v-for="(stop, i) in route.stops" :key="stop.place_name">
              <h2 class="ruled">
                <span class="number">{{ i + 1 }}</span> {{ stop.place_name }}
                <span v-if="stop.km !== null" class="quiet km">≈ {{ Math.round(stop.km) }} km on</span>
                <span v-else-if="!stop.position" class="quiet km">no position recorded</span>
              </h2>
              <div v-for="s in stop.stands" :key="s.id" class="stand">
                <span class="box" aria-hidden="true"></span>
                <StandLine :stand="s" here />
              </div>
            </li>
          </ol>
        </div>
        <p class="quiet">
          Check permits and access before you go. Record each visit at its stand; it also works without signal.
        </p>
      </template>
    </template>
  </main>
</template>

<style scoped>
.top {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 24px;
  align-items: center;
  justify-content: space-between;
}

.way {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1.4fr);
  gap: 40px;
}

ol {
  margin: 0;
  padding: 0;
  list-style: none;
}

.number {
  display: inline-block;
  width: 1.7em;
  height: 1.7em;
  border-radius: 50%;
  background: var(--leaf);
  color: var(--on-leaf);
  font: 700 0.9rem / 1.7em var(--text);
  text-align: center;
}

.km {
  margin-left: 8px;
  font: 0.92rem var(--text);
}

.stand {
  display: flex;
  gap: 12px;
  align-items: center;
}

.stand > :last-child {
  flex: 1;
  min-width: 0;
}

.box {
  display: none;
  flex: 0 0 18px;
  height: 18px;
  border: 1.5px solid var(--ink);
}

@media print {
  .box {
    display: block;
  }

  .way {
    grid-template-columns: minmax(0, 1fr);
  }
}

@media (max-width: 900px) {
  .way {
    grid-template-columns: minmax(0, 1fr);
    gap: 16px;
  }
}
</style>
