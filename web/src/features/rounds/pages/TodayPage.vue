<script setup lang="ts">
import { computed } from 'vue'
import { benchId } from '@/shared/api/bench'
import EmptyState from '@/shared/components/EmptyState.vue'
import PageState from '@/shared/components/PageState.vue'
import { useTitle } from '@/shared/composables/useTitle'
import { day, moment, weekdayLong, weekdayShort } from '@/shared/format/dates'
import { plural } from '@/shared/format/numbers'
import { sowingTaskWords, stepWords } from '@/shared/labels'
import { BackupNotice } from '@/features/backups'
import { useSession } from '@/features/people'
import { StandLine } from '@/features/stands'
import { useToday, type BatchDay } from '../api'
import SeasonBand from '../components/SeasonBand.vue'
import SteppingStones from '../components/SteppingStones.vue'
import TaskLine from '../components/TaskLine.vue'
import WakingList from '../components/WakingList.vue'
import { useKeptRounds } from '../composables/useKeptRounds'

useTitle(() => 'Today')
const { user } = useSession()
const { data, isPending, error, refetch } = useToday()
useKeptRounds(data)

const bagsDue = computed(() => data.value?.bags.filter((p) => p.wanting) ?? [])

const heading = computed(() => {
  if (!data.value) return 'Today'
  if (empty.value && starting.value) return 'Your nursery is ready'
  const d = data.value
  const due = [
    d.rounds.length ? plural(d.rounds.length, 'round') : 'nothing to count',
    ...(bagsDue.value.length
      ? [
          plural(
            bagsDue.value.reduce((n, p) => n + p.wanting, 0),
            'bag',
          ),
        ]
      : []),
    ...(d.visits.length ? [plural(d.visits.length, 'visit')] : []),
  ]
  return `${weekdayLong(d.day)}: ${due.join(', ')}`
})
/** The first steps of a nursery that has not done them all; on a practice bench there are none to do. */
const starting = computed(() => (user.value?.may_plan && !benchId ? data.value?.first_steps : null))
const busy = computed(
  () =>
    data.value &&
    (data.value.rounds.length ||
      data.value.visits.length ||
      data.value.drying.length ||
      data.value.timers.length ||
      data.value.batch_days.length ||
      data.value.sowings.length ||
      bagsDue.value.length),
)
const placesToVisit = computed(() => new Set(data.value?.visits.map((s) => s.place_name)).size)
const dayWords = { begin: 'Begin', next_step: 'Next step of', out: 'Finish' }
const batchLink = (b: BatchDay) =>
  b.batch ? { name: 'batch', params: { id: b.batch } } : { name: 'trial', params: { id: b.trial ?? 0 } }
function batchWhen(b: BatchDay): string {
  if (b.in_days < 0) return `${plural(-b.in_days, 'day')} late`
  if (b.in_days === 0) return 'today'
  return b.what === 'begin' ? `latest start is in ${plural(b.in_days, 'day')}` : weekdayShort(b.on)
}
const empty = computed(
  () =>
    data.value && !busy.value && !data.value.rounds.length && !data.value.waking.length && !data.value.coming.length,
)
</script>

<template>
  <SeasonBand v-if="data && data.band.length" :stretches="data.band" :today="data.day" />
  <main class="page">
    <PageState :pending="isPending" :error="error" @retry="refetch" />
    <template v-if="data">
      <h1>{{ heading }}</h1>
      <BackupNotice v-if="user?.may_lead" />
      <SteppingStones v-if="starting" :steps="starting" />
      <EmptyState
        v-if="empty && !starting"
        title="No trial is running"
        why="Dishes to count, bags to check and stands to visit appear here, place by place."
      >
        <RouterLink to="/trials/new">New trial</RouterLink>
      </EmptyState>
      <div v-else-if="!empty" class="columns">
        <div>
          <section v-if="data.timers.length" class="round">
            <h2 class="ruled">Timers</h2>
            <RouterLink v-for="t in data.timers" :key="t.begun" to="/timers" class="drying">
              <span
                ><strong>{{ stepWords[t.step] }}, {{ t.name }}</strong> <span class="code">{{ t.code }}</span></span
              >
              <span :class="Date.parse(t.due_at) < Date.now() ? 'late' : 'quiet'">until {{ moment(t.due_at) }}</span>
            </RouterLink>
          </section>
          <section v-if="bagsDue.length" class="round">
            <h2 class="ruled">Bags</h2>
            <RouterLink
              v-for="p in bagsDue"
              :key="p.place ?? 0"
              :to="{ name: 'rounds', query: p.place ? { place: p.place } : {} }"
              class="drying"
            >
              <span
                ><strong>{{ p.place_name }}</strong>
                <span class="quiet"
                  >{{ p.wanting }} of {{ plural(p.bags.length, 'bag')
                  }}<template v-if="p.turn">, {{ p.turn }}'s round</template></span
                ></span
              >
              <span :class="p.days_late > 0 ? 'late' : 'quiet'">{{
                p.days_late > 0 ? `${plural(p.days_late, 'day')} late` : 'today'
              }}</span>
            </RouterLink>
          </section>
          <section v-for="round in data.rounds" :key="round.place" class="round">
            <h2 class="ruled">
              {{ round.place }} <span class="quiet count">{{ plural(round.dishes, 'dish', 'dishes') }}</span>
            </h2>
            <TaskLine v-for="task in round.tasks" :key="`${task.trial}${task.kind}`" :task="task" />
          </section>
          <section v-if="data.batch_days.length" class="round">
            <h2 class="ruled">Starting and finishing treatments</h2>
            <RouterLink
              v-for="b in data.batch_days"
              :key="`${b.batch}${b.trial}${b.name}`"
              :to="batchLink(b)"
              class="drying"
            >
              <span
                ><strong>{{ dayWords[b.what as keyof typeof dayWords] ?? b.what }} {{ b.name }}</strong>
                <span class="code">{{ b.code }}</span></span
              >
              <span :class="b.in_days < 0 ? 'late' : 'quiet'">{{ batchWhen(b) }}</span>
            </RouterLink>
          </section>
          <section v-if="data.sowings.length" class="round">
            <h2 class="ruled">Sowing</h2>
            <RouterLink
              v-for="s in data.sowings"
              :key="`${s.plan}${s.task}`"
              :to="{ name: 'sowing', params: { id: s.plan } }"
              class="drying"
            >
              <span
                ><strong>{{ sowingTaskWords[s.task] }}, {{ s.lot_name }}</strong>
                <span class="code">{{ s.code }}</span></span
              >
              <span :class="s.days_late > 0 ? 'late' : 'quiet'">{{
                s.days_late > 0
                  ? `${plural(s.days_late, 'day')} late`
                  : s.days_late === 0
                    ? 'today'
                    : weekdayShort(s.on)
              }}</span>
            </RouterLink>
          </section>
          <section v-if="data.drying.length" class="round">
            <h2 class="ruled">Seed drying: turn it</h2>
            <RouterLink
              v-for="d in data.drying"
              :key="d.lot"
              :to="{ name: 'lot', params: { id: d.lot } }"
              class="drying"
            >
              <span
                ><strong>{{ d.name }}</strong> <span class="code">{{ d.code }}</span>
                <span class="quiet"> {{ d.place }}, spread on {{ weekdayShort(d.spread_on) }}</span></span
              >
              <span :class="d.days_late ? 'late' : 'quiet'">{{
                d.days_late ? `${plural(d.days_late, 'day')} late` : 'today'
              }}</span>
            </RouterLink>
          </section>
          <section v-if="data.visits.length" class="round">
            <h2 class="ruled">
              Visit today
              <RouterLink v-if="placesToVisit > 1" to="/route" class="count"
                >Route through {{ placesToVisit }} places</RouterLink
              >
            </h2>
            <StandLine v-for="s in data.visits" :key="s.id" :stand="s" />
          </section>
          <section v-if="data.retests.length" class="round">
            <h2 class="ruled">Due for a germination test</h2>
            <RouterLink
              v-for="r in data.retests"
              :key="r.lot"
              :to="{ name: 'lot', params: { id: r.lot } }"
              class="drying"
            >
              <span
                ><strong>{{ r.name }}</strong> <span class="code">{{ r.code }}</span></span
              >
              <span class="quiet">last tested {{ day(r.tested_on) }}</span>
            </RouterLink>
            <p v-if="data.retests_more" class="quiet">
              and {{ data.retests_more }} more that were tested later; <RouterLink to="/lots">Lots</RouterLink> shows
              all.
            </p>
          </section>
          <p v-if="!busy" class="sentence">Nothing is due today. See below for what comes next.</p>
          <section v-if="data.coming.length" class="round">
            <h2 class="ruled">Coming up</h2>
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
          <h2 class="ruled">Germinating now</h2>
          <WakingList :trials="data.waking" />
        </section>
      </div>
    </template>
  </main>
</template>

<style scoped>
.drying {
  display: flex;
  gap: 16px;
  align-items: center;
  justify-content: space-between;
  min-height: 52px;
  border-bottom: 1px solid var(--line-soft);
  color: var(--ink);
  text-decoration: none;
}

.drying > :last-child {
  white-space: nowrap;
}

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
