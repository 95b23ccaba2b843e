<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import EmptyState from '@/shared/components/EmptyState.vue'
import PageState from '@/shared/components/PageState.vue'
import { useProblem } from '@/shared/composables/useProblem'
import { useTitle } from '@/shared/composables/useTitle'
import { stepWords } from '@/shared/labels'
import { useEndStep, useTimers, type Timer } from '../api'
import { useAlarm } from '../composables/useAlarm'
import { useClock } from '../composables/useClock'
import { lengthWords, span } from '../logic/clock'

useTitle(() => 'Timers')
const { data, isPending, error, refetch } = useTimers(true)
const { now, set } = useClock()
watch(data, (answer) => answer && set(answer.now, answer.heardAt), { immediate: true })

const running = computed(() =>
  (data.value?.timers ?? []).map((t) => ({
    timer: t,
    left: Date.parse(t.due_at) - now.value,
    share: Math.min(
      1,
      Math.max(0, (now.value - Date.parse(t.began_at)) / (Date.parse(t.due_at) - Date.parse(t.began_at))),
    ),
  })),
)
const over = computed(() => running.value.filter((r) => r.left <= 0))
const hot = computed(() => running.value.some((r) => r.timer.forgives === 'nothing'))
const { ready, awake, arm } = useAlarm(
  computed(() => running.value.length > 0),
  computed(() => over.value.some((r) => r.timer.forgives === 'nothing')),
)

const end = useEndStep()
const { succeeds, sentence } = useProblem()
const stopped = ref('')
async function stop(timer: Timer) {
  // the moment of the tap, on the server's clock
  const at = new Date(now.value)
  const body = { client_id: crypto.randomUUID(), begun: timer.begun, at: at.toISOString() }
  const done = await succeeds(() => end.mutateAsync({ batch: timer.batch, body }))
  if (done)
    stopped.value = `${timer.code}, ${stepWords[timer.step]}: ${lengthWords((at.getTime() - Date.parse(timer.began_at)) / 86_400_000)} are recorded.`
}
</script>

<template>
  <main class="page" :class="{ alarm: over.some((r) => r.timer.forgives === 'nothing') }">
    <h1>Timers</h1>
    <PageState :pending="isPending" :error="error" @retry="refetch" />
    <p v-if="stopped" class="notice" role="status">{{ stopped }}</p>
    <p v-if="sentence" class="notice bad" role="alert">{{ sentence }}</p>
    <EmptyState
      v-if="data && !running.length"
      title="No timer is running"
      why="Soaks, acid and hot water started on a bag’s page are timed here to the second."
    >
      <RouterLink to="/rounds">Go to bags</RouterLink>
    </EmptyState>
    <template v-else-if="data">
      <p class="notice" :class="{ bad: hot }">
        <strong>A locked phone or a closed tab stays silent.</strong>
        {{
          hot
            ? 'Acid and heat leave no margin. Start a second timer at the bench.'
            : 'The server keeps the end time, but the alarm rings only while this page is open.'
        }}
        <template v-if="awake">The screen is kept awake while this runs.</template>
        <v-btn v-if="!ready" class="arm" color="primary" @click="arm">Turn on the alarm</v-btn>
        <span v-else class="quiet"> The alarm rings while this page is open.</span>
      </p>
      <section
        v-for="r in [...over, ...running.filter((x) => x.left > 0)]"
        :key="r.timer.begun"
        class="timer"
        :class="{ over: r.left <= 0 }"
      >
        <div class="what">
          <h2>{{ stepWords[r.timer.step] }}</h2>
          <p>
            <RouterLink :to="{ name: 'batch', params: { id: r.timer.batch } }" class="code">{{
              r.timer.code
            }}</RouterLink>
            <span class="quiet">{{ r.timer.name }}</span>
          </p>
          <p v-if="r.timer.ends_by === 'sign'" class="quiet">ends at a sign: {{ r.timer.sign }}</p>
          <p v-if="r.left <= 0" class="late">
            {{
              r.timer.forgives === 'nothing'
                ? 'Time is up. Take it out now.'
                : 'Over. A soak forgives a little; take it out soon.'
            }}
          </p>
        </div>
        <p class="left" role="timer" :aria-label="`${span(r.left)} left`">{{ span(r.left) }}</p>
        <v-btn color="primary" size="large" :loading="end.isPending.value" @click="stop(r.timer)">Stop</v-btn>
        <div class="bar" aria-hidden="true"><span :style="{ width: `${100 * r.share}%` }" /></div>
      </section>
      <p class="quiet">Stop records the moment you tap, not the planned time.</p>
    </template>
  </main>
</template>

<style scoped>
.timer {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto auto;
  gap: 8px 24px;
  align-items: center;
  padding: 14px 0;
  border-bottom: 1px solid var(--line-soft);
}

.timer p {
  margin: 0;
}

.left {
  font: 600 3rem var(--mono);
  font-variant-numeric: tabular-nums;
  line-height: 1;
}

.bar {
  grid-column: 1 / -1;
  height: 8px;
  border-radius: 4px;
  background: var(--future);
}

.bar span {
  display: block;
  height: 100%;
  border-radius: 4px;
  background: var(--soak);
}

.over .left {
  color: var(--alert);
}

.over .bar span {
  background: var(--alert);
}

/* over, and it forgives nothing: the whole screen says so */
.alarm {
  position: fixed;
  z-index: 50;
  inset: 0;
  overflow: auto;
  max-width: none;
  background: var(--paper);
  outline: 12px solid var(--alert);
  outline-offset: -12px;
}

.arm {
  display: block;
  margin-top: 8px;
}

@media (max-width: 700px) {
  .timer {
    grid-template-columns: minmax(0, 1fr) auto;
  }

  .what {
    grid-column: 1 / -1;
  }
}
</style>
