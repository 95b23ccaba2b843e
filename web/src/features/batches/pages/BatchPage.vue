<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { ThingFoot } from '@/features/changes'
import { useSession } from '@/features/people'
import CrumbTrail from '@/shared/components/CrumbTrail.vue'
import HazardBanner from '@/shared/components/HazardBanner.vue'
import PageState from '@/shared/components/PageState.vue'
import { useProblem } from '@/shared/composables/useProblem'
import { useTitle } from '@/shared/composables/useTitle'
import ColdStrip from '@/shared/drawing/ColdStrip.vue'
import { day, moment, weekdayShort } from '@/shared/format/dates'
import { plural, seeds } from '@/shared/format/numbers'
import { careWords, closureWords, leavingWords, mediumWords, placeTroubleWords, stepWords } from '@/shared/labels'
import { degrees, degreesBetween } from '@/shared/format/units'
import { useBatch, useBatchWork } from '../api'
import BatchFurrow from '../components/BatchFurrow.vue'
import BatchLooks from '../components/BatchLooks.vue'
import BatchSteps from '../components/BatchSteps.vue'
import BatchWork from '../components/BatchWork.vue'
import StepStart from '../components/StepStart.vue'

const route = useRoute()
const id = computed(() => Number(route.params.id))
const { user } = useSession()
const { data: batch, isPending, error, refetch } = useBatch(id)
const { end, undoStep, putBack } = useBatchWork(id)
const { attempt, sentence } = useProblem()
useTitle(() => batch.value?.code ?? 'Batch')

const starting = ref(false)
watch(id, () => (starting.value = false))
const stepOf = (id: number | null | undefined) => batch.value?.steps.find((s) => s.id === id)
const next = computed(() => stepOf(batch.value?.next_step))
const running = computed(() => stepOf(batch.value?.running))
const status = computed(() => {
  const b = batch.value
  if (!b) return ''
  if (b.state === 'out') return b.leaving ? `Out since ${day(b.leaving.at)}, ${leavingWords[b.leaving.how]}.` : 'Out.'
  if (b.state === 'planned')
    return next.value?.planned_start ? `Starts on ${weekdayShort(next.value.planned_start)}.` : 'Nothing has started.'
  if (!running.value || !b.due_at)
    return next.value ? `Next: ${stepWords[next.value.kind]}.` : 'All steps are done. Finish the treatment.'
  const left = Math.ceil((Date.parse(b.due_at) - Date.now()) / 86_400_000)
  if (running.value.by_the_clock) return `${stepWords[running.value.kind]} until ${moment(b.due_at)}.`
  if (left < 0) return `${stepWords[running.value.kind]}: overdue by ${plural(-left, 'day')}.`
  return `${stepWords[running.value.kind]}: due out in ${plural(left, 'day')}, on ${weekdayShort(b.due_at)}.`
})
const care = computed(() => {
  const c = batch.value?.care
  if (!c) return ''
  if (c.days_late > 0) return `${careWords[c.care]} it: ${plural(c.days_late, 'day')} late`
  return c.days_late === 0 ? `${careWords[c.care]} it today` : `${careWords[c.care]} it by ${weekdayShort(c.due)}`
})
const cold = computed(() => batch.value?.cold)
const enough = computed(() => {
  const c = cold.value
  if (!c) return ''
  if (c.days === null)
    return 'The log holds fewer than three readings, so the cold given is undefined. Import a longer log.'
  const got = `${c.days.toFixed(1)} days of cold in the band`
  const of = c.needed_days ? ` of ${c.needed_days.toFixed(0)}` : ''
  if (c.enough_reason === 'reached' && c.enough_on) return `${got}${of}: enough since ${day(c.enough_on)}.`
  if (c.enough_on) return `${got}${of}. At the pace of the last 7 known days it is enough on about ${day(c.enough_on)}.`
  return `${got}${of}. There was no cold in the last 7 known days, so no date can be given.`
})

const stop = (endedBy: 'sign' | null) =>
  attempt(() =>
    end.mutateAsync({ client_id: crypto.randomUUID(), begun: running.value?.begun ?? 0, ended_by: endedBy }),
  )
</script>

<template>
  <main class="page">
    <PageState :pending="isPending" :error="error" @retry="refetch" />
    <template v-if="batch">
      <CrumbTrail :steps="[{ words: 'Bags', to: '/rounds' }, { words: batch.place_name || 'no place yet' }]" />
      <div class="head">
        <div>
          <h1>
            <span class="code">{{ batch.code }}</span> {{ batch.lot_name }}
          </h1>
          <p class="quiet">
            {{ batch.recipe_name
            }}<template v-if="batch.recipe_edition > 1">, version {{ batch.recipe_edition }}</template> · lot
            <RouterLink :to="{ name: 'lot', params: { id: batch.lot } }" class="code">{{ batch.lot_code }}</RouterLink>
          </p>
        </div>
        <p class="status" :class="{ late: status.includes('overdue') }">{{ status }}</p>
      </div>
      <HazardBanner :hazards="batch.hazards" :cares="batch.cares" />
      <p v-for="e in batch.events" :key="`${e.at}${e.place}`" class="notice bad">
        <strong>{{ e.place }} {{ placeTroubleWords[e.kind] }}</strong> on {{ moment(e.at)
        }}<template v-if="e.until"> to {{ moment(e.until) }}</template
        ><template v-if="e.extreme_c !== null">, down to {{ degrees(e.extreme_c) }}</template
        ><template v-if="e.note">: {{ e.note }}</template
        >. Every bag that lay there shows it<template v-if="e.from_log">; read from its log</template>.
      </p>
      <p v-for="d in batch.deviations" :key="d" class="notice">Care missed. {{ d }}</p>
      <p v-if="sentence" class="notice bad" role="alert">{{ sentence }}</p>
      <BatchFurrow :batch="batch" />
      <div v-if="user?.may_count && batch.state !== 'out'" class="actions no-print">
        <v-btn v-if="next && !starting" color="primary" @click="starting = true"
          >Begin: {{ stepWords[next.kind] }}</v-btn
        >
        <v-btn v-if="running" variant="outlined" color="primary" :loading="end.isPending.value" @click="stop(null)"
          >End this step now</v-btn
        >
        <v-btn v-if="running?.ends_by === 'sign'" variant="outlined" color="primary" @click="stop('sign')"
          >Seen: {{ running.sign }}</v-btn
        >
        <v-btn v-if="running?.by_the_clock" variant="text" color="primary" to="/timers">Go to the timer</v-btn>
        <v-btn
          v-if="batch.steps.some((s) => s.begun !== null)"
          variant="text"
          @click="attempt(() => undoStep.mutateAsync(undefined))"
          >Undo the last step</v-btn
        >
      </div>
      <StepStart
        v-if="starting && next"
        :key="next.id"
        :batch="batch.id"
        :step="next"
        :initials="user?.initials ?? ''"
        @done="starting = false"
        @leave="starting = false"
      />
      <div class="columns">
        <section>
          <h2 class="ruled">Planned and actual</h2>
          <BatchSteps :steps="batch.steps" />
          <template v-if="cold">
            <h2 class="ruled">Actual cold</h2>
            <p class="sentence">{{ enough }}</p>
            <ColdStrip
              v-if="cold.days_of_log.length"
              :days="cold.days_of_log"
              :first="batch.steps.find((s) => s.began_at)?.began_at ?? cold.first_at"
            />
            <p v-if="cold.known_hours !== null" class="quiet">
              Known for {{ cold.known_hours.toFixed(0) }} h<template v-if="(cold.gap_hours ?? 0) > 1"
                >, unknown for {{ cold.gap_hours?.toFixed(0) }} h, which count as no cold</template
              >; frozen {{ cold.frozen_hours?.toFixed(0) }} h, above {{ degrees(10) }}
              {{ cold.warm_hours?.toFixed(0) }} h.
              <template v-if="cold.just_outside_hours"
                >{{ cold.just_outside_hours.toFixed(0) }} h were just outside the band, by at most
                {{ degreesBetween(0.5) }} (a sensor may be off by that much); they do not count as cold.</template
              >
              From the temperature log of its place.
            </p>
          </template>
          <p v-else-if="batch.state === 'running'" class="quiet">
            There is no temperature log for the place of this bag.
            <RouterLink v-if="batch.place" :to="{ name: 'place-temperature', params: { id: batch.place } }"
              >Import a log</RouterLink
            >
          </p>
          <h2 class="ruled">Looks</h2>
          <BatchLooks :looks="batch.looks" :may-change="user?.may_count ?? false" />
        </section>
        <aside>
          <dl class="facts">
            <dt>Seeds</dt>
            <dd>
              {{ seeds(batch.seeds_now, batch.seeds_known !== 'counted') }} in it<template
                v-if="batch.seeds_now !== batch.seeds"
                >, of {{ seeds(batch.seeds, batch.seeds_known !== 'counted') }} put in</template
              >
            </dd>
            <template v-if="batch.sprouted"
              ><dt>Sprouted in it</dt>
              <dd>{{ batch.sprouted }}</dd></template
            >
            <template v-if="batch.mouldy"
              ><dt>Mouldy</dt>
              <dd>{{ batch.mouldy }}</dd></template
            >
            <dt>In</dt>
            <dd>
              {{
                [
                  batch.container,
                  batch.medium && mediumWords[batch.medium],
                  batch.closure && closureWords[batch.closure],
                ]
                  .filter(Boolean)
                  .join(', ')
              }}
            </dd>
            <dt>Lies</dt>
            <dd>{{ batch.place_name || 'nowhere yet' }}</dd>
            <template v-if="care"
              ><dt>Care</dt>
              <dd :class="{ late: (batch.care?.days_late ?? 0) > 0 }">{{ care }}</dd></template
            >
            <template v-for="f in batch.feeds" :key="f.trial + f.treatment">
              <dt>For</dt>
              <dd>
                <RouterLink :to="{ name: 'trial', params: { id: f.trial } }" class="code">{{
                  f.trial_code
                }}</RouterLink>, {{ f.treatment }}: {{ plural(f.dishes, 'dish', 'dishes')
                }}<template v-if="f.dishes > 1">, treated together</template>
              </dd>
            </template>
            <template v-for="s in batch.supplies" :key="s.supply">
              <dt>With</dt>
              <dd>{{ s.name }}: use {{ s.use }}, {{ s.age_days }} days old</dd>
            </template>
            <template v-if="batch.part_of">
              <dt>Part of</dt>
              <dd>
                <RouterLink :to="{ name: 'batch', params: { id: batch.part_of.batch } }" class="code">{{
                  batch.part_of.code
                }}</RouterLink>
              </dd>
            </template>
            <template v-for="p in batch.parts" :key="p.batch">
              <dt>Split off</dt>
              <dd>
                <RouterLink :to="{ name: 'batch', params: { id: p.batch } }" class="code">{{ p.code }}</RouterLink>,
                {{ p.seeds }} seeds
              </dd>
            </template>
            <template v-if="batch.leaving">
              <dt>Found again</dt>
              <dd>
                {{ batch.leaving.found ?? 'not counted'
                }}<template v-if="batch.leaving.not_found"
                  >; {{ batch.leaving.not_found }} not found, which makes the result less certain</template
                >
                <button
                  v-if="user?.may_count"
                  type="button"
                  class="text-link"
                  @click="attempt(() => putBack.mutateAsync(undefined))"
                >
                  Undo: it is still in
                </button>
              </dd>
            </template>
          </dl>
          <p v-if="batch.germinates_in_cold" class="notice">
            It germinates in the cold: the bag stays, and sprouts are counted there.
          </p>
          <BatchWork v-if="user?.may_count && batch.state !== 'out'" :batch="batch" />
        </aside>
      </div>
      <ThingFoot kind="batch" :id="batch.id" :name="batch.code" />
    </template>
  </main>
</template>

<style scoped>
.head {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 24px;
  align-items: flex-start;
  justify-content: space-between;
}

.head p {
  margin: 0;
}

.head h1 .code {
  font-size: 1.4rem;
}

.status {
  font: 600 1.2rem var(--heading);
}

.columns {
  grid-template-columns: minmax(0, 1.7fr) minmax(0, 1fr);
}

h2 {
  margin-top: 18px;
}

@media (max-width: 900px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
