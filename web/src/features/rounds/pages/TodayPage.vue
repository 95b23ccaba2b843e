<script setup lang="ts">
import { computed } from 'vue'
import EmptyState from '@/shared/components/EmptyState.vue'
import PageState from '@/shared/components/PageState.vue'
import { useTitle } from '@/shared/composables/useTitle'
import { weekdayLong, weekdayShort } from '@/shared/format/dates'
import { plural } from '@/shared/format/numbers'
import { useToday } from '../api'
import SeasonBand from '../components/SeasonBand.vue'
import TaskLine from '../components/TaskLine.vue'
import WakingList from '../components/WakingList.vue'

useTitle(() => 'Today')
const { data, isPending, error, refetch } = useToday()

const heading = computed(() => {
  if (!data.value) return 'Today'
  const count = data.value.rounds.length
  return `${weekdayLong(data.value.day)}: ${count ? plural(count, 'round') : 'nothing to count'}`
})
const empty = computed(
  () => data.value && !data.value.rounds.length && !data.value.waking.length && !data.value.coming.length,
)
</script>

<template>
  <SeasonBand v-if="data && data.band.length" :stretches="data.band" :today="data.day" />
  <main class="page">
    <PageState :pending="isPending" :error="error" @retry="refetch" />
    <template v-if="data">
      <h1>{{ heading }}</h1>
      <EmptyState
        v-if="empty"
        title="No trial is running"
        why="Here stands what to look at today, shelf by shelf, as soon as dishes are laid out."
      >
        <RouterLink to="/trials/new">Lay out a trial</RouterLink>
        <RouterLink v-if="!data.has_lots" to="/lots/new">Enter a first lot of seed</RouterLink>
      </EmptyState>
      <div v-else class="columns">
        <div>
          <section v-for="round in data.rounds" :key="round.place" class="round">
            <h2 class="ruled">
              {{ round.place }} <span class="quiet count">{{ plural(round.dishes, 'dish', 'dishes') }}</span>
            </h2>
            <TaskLine v-for="task in round.tasks" :key="`${task.trial}${task.kind}`" :task="task" />
          </section>
          <p v-if="!data.rounds.length" class="sentence">Nothing is due. What comes next stands below.</p>
          <section v-if="data.coming.length" class="round">
            <h2 class="ruled">Coming</h2>
            <table class="ledger">
              <tbody>
                <tr v-for="c in data.coming" :key="`${c.trial}${c.on}${c.kind}`">
                  <td class="when">{{ weekdayShort(c.on) }}</td>
                  <td>
                    {{ c.kind === 'sow' ? 'Sow' : 'Count' }}
                    <RouterLink :to="{ name: 'trial', params: { id: c.trial } }">{{ c.lot_name }}</RouterLink>
                  </td>
                  <td class="num">{{ plural(c.dishes, 'dish', 'dishes') }}</td>
                </tr>
              </tbody>
            </table>
          </section>
        </div>
        <section v-if="data.waking.length">
          <h2 class="ruled">Waking now</h2>
          <WakingList :trials="data.waking" />
        </section>
      </div>
    </template>
  </main>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1.05fr);
  gap: 48px;
  margin-top: 14px;
}

.round {
  margin-bottom: 22px;
}

.round h2 {
  border-bottom-color: var(--earth-2);
}

.count {
  margin-left: 8px;
  font: 0.92rem var(--text);
}

.when {
  white-space: nowrap;
}

@media (max-width: 900px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
    gap: 20px;
  }
}
</style>
