<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { onBeforeRouteLeave, useRoute, useRouter } from 'vue-router'
import PageState from '@/shared/components/PageState.vue'
import { localBox } from '@/shared/composables/localBox'
import { useOutbox, type Refused } from '@/shared/composables/useOutbox'
import { useTitle } from '@/shared/composables/useTitle'
import { plural } from '@/shared/format/numbers'
import { inUnit, unitFor } from '@/shared/format/timescale'
import { criterionWords, hazardWords, stopWords } from '@/shared/labels'
import { postLook, useCountSheet, type NewLook } from '../api'
import CloseDish from '../components/CloseDish.vue'
import CountDishPanel from '../components/CountDishPanel.vue'
import KindPicker from '../components/KindPicker.vue'
import ThumbBar from '../components/ThumbBar.vue'
import { useCountKeys } from '../composables/useCountKeys'
import { useRound } from '../composables/useRound'
import { addOne, eraseDigit, nextKind, total, typeDigit, type Kind } from '../logic/entry'

const route = useRoute()
const router = useRouter()
const queries = useQueryClient()
const id = computed(() => Number(route.params.id))
const { data: sheet, isPending, error, refetch } = useCountSheet(id)
useTitle(() => (sheet.value ? `Count ${sheet.value.code}` : 'Count'))

const refused = ref<Refused<NewLook> | null>(null)
const { waiting, noSignal, send, flush } = useOutbox<NewLook>(
  { ...localBox<NewLook>('awake-furrow-outbox'), post: postLook },
  (bad) => {
    refused.value = bad
    round.forget(bad.item.client_id)
  },
)
const round = useRound(sheet, send)
const { at, dish, dishes, entry, places, made, saved, over, found, canTakeBack } = round
const kind = ref<Kind>('germinated')
const closing = ref(false)

const before = computed(() => (dish.value ? round.before(dish.value) : null))
const remaining = computed(() =>
  dish.value && before.value ? dish.value.seeds - total(before.value) - total(entry.value) : 0,
)
const age = computed(() => {
  const days = dish.value?.day
  if (days === null || days === undefined) return ''
  const unit = unitFor(days)
  return `${unit.name.replace(/s$/, '')} ${Math.floor(inUnit(days, unit))}`
})
const unlooked = computed(() => dishes.value.slice(at.value).filter((d) => !made.value[d.id]).length)

function saveDish() {
  refused.value = null
  round.save()
  kind.value = 'germinated'
}

function one() {
  entry.value = addOne(entry.value, kind.value)
}

function undo() {
  if (found.value) {
    if (kind.value === 'germinated') places.value = places.value.slice(0, -1)
    const from = entry.value[kind.value] ? kind.value : (Object.keys(entry.value) as Kind[]).find((k) => entry.value[k])
    if (from) entry.value = addOne(entry.value, from, -1)
  } else round.takeBack()
}

function erase() {
  if (found.value && entry.value[kind.value]) {
    places.value = []
    entry.value = eraseDigit(entry.value, kind.value)
  } else if (!found.value) round.takeBack()
}

function digit(d: number) {
  places.value = []
  entry.value = typeDigit(entry.value, kind.value, d)
}

useCountKeys({
  digit,
  erase,
  enter: () => (over.value ? void leave() : saveDish()),
  kind: (step) => (kind.value = nextKind(kind.value, step)),
  move: (step) => round.goTo(at.value + step),
})

async function leave() {
  await router.push({ name: 'trial', params: { id: id.value } })
}

async function closed() {
  closing.value = false
  await refetch()
  round.goTo(at.value)
}

onBeforeRouteLeave(async () => {
  await flush()
  await queries.invalidateQueries()
})
</script>

<template>
  <main class="count">
    <header>
      <RouterLink class="leave" :to="{ name: 'trial', params: { id } }" aria-label="Leave the round">✕</RouterLink>
      <template v-if="dish">
        <h1 class="code">{{ dish.code }}</h1>
        <p class="where">
          {{ dish.place || 'no place' }}, place {{ dish.position }}<br />{{ age
          }}<span v-if="sheet?.hazards.length" class="care">
            ! {{ sheet.hazards.map((h) => hazardWords[h]).join(', ') }}: gloves</span
          >
        </p>
        <p class="far">
          <strong>{{ at + 1 }}</strong> of {{ dishes.length }}
        </p>
      </template>
      <h1 v-else class="plain">{{ sheet?.code }}</h1>
      <p class="signal" :class="{ bad: noSignal }" role="status">
        {{ waiting.length ? `waiting (${waiting.length})` : saved ? 'saved' : '' }}
      </p>
    </header>
    <div class="progress" aria-hidden="true">
      <span v-for="(d, i) in dishes" :key="d.id" :class="{ made: made[d.id], here: i === at }" />
    </div>
    <div class="body">
      <PageState :pending="isPending" :error="error" @retry="refetch" />
      <p v-if="noSignal" class="notice">
        No signal: {{ plural(waiting.length, 'look') }} kept on this device, sent by itself later.
      </p>
      <div v-if="refused" class="notice bad" role="alert">
        {{ refused.problem.detail }} It was not recorded; its numbers are here again.
      </div>
      <template v-if="dish && before">
        <CountDishPanel v-model:entry="entry" v-model:places="places" :dish="dish" :before="before" />
        <KindPicker v-model="kind" :entry="entry" />
        <p class="rule">
          Counts as germinated here: {{ sheet && criterionWords[sheet.criterion] }}.
          <template v-if="dish.advice && dish.advice !== 'still_coming'"
            >This dish: {{ stopWords[dish.advice] }}.</template
          >
        </p>
        <CloseDish
          v-if="(dish.advice === 'quiet_and_length' || dish.advice === 'all_accounted') && made[dish.id]"
          :key="dish.id"
          :dish="dish"
          v-model:open="closing"
          :remaining="remaining"
          @closed="closed"
        />
        <p v-if="unlooked > 1" class="rest">
          <button type="button" @click="round.nothingNewInTheRest()">
            {{
              unlooked === dishes.length
                ? `nothing new in any of the ${unlooked}`
                : `nothing new in the other ${unlooked}`
            }}
          </button>
        </p>
      </template>
      <section v-else-if="sheet && !dishes.length" class="end">
        <h2>No dish is open</h2>
        <p class="sentence">All dishes of this trial are closed, set aside or not sown yet.</p>
      </section>
      <section v-else-if="over" class="end">
        <h2>The round is done</h2>
        <p class="sentence">{{ plural(saved, 'dish', 'dishes') }} of {{ dishes.length }} looked at.</p>
        <div class="actions">
          <v-btn color="primary" :to="{ name: 'trial', params: { id } }">To the trial</v-btn>
          <v-btn variant="outlined" color="primary" :to="{ name: 'compare', params: { id } }">Compare</v-btn>
        </div>
        <p>
          <button type="button" class="quiet" :disabled="!canTakeBack" @click="round.takeBack()">
            undo the last dish
          </button>
        </p>
      </section>
    </div>
    <ThumbBar
      v-if="dish && !closing"
      :kind="kind"
      :found="found"
      :can-undo="found > 0 || canTakeBack"
      :can-go-back="at > 0"
      :last="at === dishes.length - 1"
      @one="one"
      @undo="undo"
      @digit="digit"
      @back="round.goTo(at - 1)"
      @done="saveDish"
    />
    <p class="keys-help">digits: how many · ↑ ↓ kind · Enter next dish · Backspace undo · ← → other dish</p>
  </main>
</template>

<style scoped>
.care {
  color: var(--alert);
  font-weight: 600;
}

.count {
  display: flex;
  flex-direction: column;
  max-width: 560px;
  min-height: 100dvh;
  margin: 0 auto;
}

header {
  display: grid;
  grid-template-columns: 44px auto 1fr auto;
  gap: 0 12px;
  align-items: center;
  padding: 8px 16px;
  border-bottom: 1px solid var(--line);
}

.leave {
  display: grid;
  grid-row: span 2;
  place-items: center;
  height: 48px;
  color: var(--ink-2);
  text-decoration: none;
}

header h1 {
  grid-row: span 2;
  font: 500 1.9rem var(--mono);
}

header h1.plain {
  font-size: 1.3rem;
}

header p {
  margin: 0;
  font-size: 0.9rem;
  line-height: 1.3;
}

.where {
  grid-row: span 2;
  color: var(--ink-2);
}

.far {
  text-align: right;
}

.signal {
  grid-column: 4;
  min-height: 1.2em;
  color: var(--ink-2);
  text-align: right;
}

.signal.bad {
  color: var(--alert);
  font-weight: 600;
}

.progress {
  display: flex;
  gap: 4px;
  padding: 8px 16px 0;
}

.progress span {
  flex: 1;
  height: 6px;
  border-radius: 3px;
  background: var(--line-soft);
}

.progress .made {
  background: var(--sprout-deep);
}

.progress .here {
  box-shadow: 0 0 0 2px var(--leaf);
}

.body {
  flex: 1;
  padding: 0 16px 8px;
}

.rule {
  margin: 8px 0 0;
  color: var(--ink-2);
  font-size: 0.92rem;
  text-align: center;
}

.rest {
  margin: 0;
  text-align: center;
}

.rest button,
.end button {
  min-height: 48px;
  color: var(--leaf);
  text-decoration: underline;
}

.end {
  padding: 10vh 0;
  text-align: center;
}

.end .actions {
  justify-content: center;
  margin-top: 16px;
}

.keys-help {
  display: none;
  margin: 6px 0 12px;
  color: var(--ink-2);
  font-size: 0.85rem;
  text-align: center;
}

.count > :nth-last-child(2) {
  position: sticky;
  bottom: 0;
}

@media (hover: hover) and (min-width: 700px) {
  .keys-help {
    display: block;
  }
}
</style>
