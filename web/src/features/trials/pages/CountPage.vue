<script setup lang="ts">
import { computed, onBeforeUnmount, onMounted, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { clockOff } from '@/shared/api/clock'
import { NOT_KEPT } from '@/shared/outbox/outbox'
import PageState from '@/shared/components/PageState.vue'
import { useTitle } from '@/shared/composables/useTitle'
import { plural } from '@/shared/format/numbers'
import { criterionWords, deviationWords, stopWords } from '@/shared/labels'
import { useCountSheet } from '../api'
import CloseDish from '../components/CloseDish.vue'
import CountAsk from '../components/CountAsk.vue'
import CountDishPanel from '../components/CountDishPanel.vue'
import CountExtras from '../components/CountExtras.vue'
import CountHead from '../components/CountHead.vue'
import DishFinder from '../components/DishFinder.vue'
import HeldLooks from '../components/HeldLooks.vue'
import KindPicker from '../components/KindPicker.vue'
import RoundEnd from '../components/RoundEnd.vue'
import ThumbBar from '../components/ThumbBar.vue'
import { useCountKeys } from '../composables/useCountKeys'
import { useDeviceSheet } from '../composables/useDeviceSheet'
import { useHeldLooks } from '../composables/useHeldLooks'
import { useLookOutbox } from '../composables/useLookOutbox'
import { useRound } from '../composables/useRound'
import { useRoundLeft } from '../composables/useRoundLeft'
import { addOne, eraseDigit, nextKind, NOTHING_NEW, total, typeDigit, type Kind } from '../logic/entry'
import type { Fates } from '../logic/fates'

const route = useRoute()
const router = useRouter()
const id = computed(() => Number(route.params.id))
const { data, isPending, error, refetch } = useCountSheet(id)
useTitle(() => (data.value ? `Count ${data.value.code}` : 'Count'))

const outbox = useLookOutbox()
const ours = computed(() => outbox.waiting.value.filter((w) => w.trial === id.value))
const { sheet, close, notKept } = useDeviceSheet(id, data)
/** Looks on their way into the box: nothing is called saved before it is on the device. */
const entering = ref(0)
const round = useRound(sheet, (body, d, extras) => {
  const more = { trial: id.value, code: d.code, photo: extras.photo?.blob ?? null }
  entering.value++
  back
    .sendOrReplace({ kind: 'look', body, ...more })
    .catch(() => {
      round.forget(body.client_id)
      back.said.value = NOT_KEPT
    })
    .finally(() => entering.value--)
})
const { at, dish, dishes, entry, extras, places, made, saved, over, found, canTakeBack } = round
const back = useHeldLooks(id, round.forget)
const kind = ref<Kind>('germinated')
const closing = ref(false)
const finding = ref(false)
const more = ref(false)
const inAll = ref(false)
const asked = ref<'total' | 'mould' | null>(null)

const before = computed(() => (dish.value ? round.before(dish.value) : null))
const remaining = computed(() =>
  dish.value && before.value ? dish.value.seeds - total(before.value) - total(entry.value) : 0,
)
const unlooked = computed(() => dishes.value.slice(at.value).filter((d) => !made.value[d.id]).length)
const signal = computed(() => ({
  words: ours.value.length ? `${ours.value.length} waiting to send` : saved.value && !entering.value ? 'saved' : '',
  bad: outbox.noSignal.value,
}))

/** What the digits stand for: the new ones, or with “in all” the whole dish; then the new ones are the difference. */
const typedTotal = ref<number | null>(null)
watch([dish, kind, inAll], () => (typedTotal.value = null))

function saveDish() {
  const d = dish.value
  if (!d || !before.value) return
  if (typedTotal.value !== null && typedTotal.value < before.value[kind.value]) asked.value = 'total'
  else if (extras.value.sprouts === 'potted' && entry.value.germinated && (d.mouldy || entry.value.rotted))
    asked.value = 'mould'
  else keep()
}

function keep() {
  asked.value = null
  back.clear()
  round.save()
  kind.value = 'germinated'
  more.value = false
}

/** The earlier total was too high: the last look is corrected down to it. */
function earlierWasTooHigh() {
  const [d, was, typed] = [dish.value, before.value, typedTotal.value]
  if (!d?.last_look || !was || typed === null) return
  void back.lower(d, kind.value, was[kind.value] - typed).then(() => refetch())
  round.unsure(d.id)
  entry.value = { ...entry.value, [kind.value]: 0 }
  typedTotal.value = null
  keep()
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

function setTotal(value: number | null) {
  typedTotal.value = value
  entry.value = { ...entry.value, [kind.value]: Math.max(0, (value ?? 0) - (before.value?.[kind.value] ?? 0)) }
}

function erase() {
  if (inAll.value && typedTotal.value !== null) return setTotal(Math.floor(typedTotal.value / 10) || null)
  if (found.value && entry.value[kind.value]) {
    places.value = []
    entry.value = eraseDigit(entry.value, kind.value)
  } else if (!found.value) round.takeBack()
}

function digit(d: number) {
  places.value = []
  if (inAll.value) setTotal(Math.min(999, (typedTotal.value ?? 0) * 10 + d))
  else entry.value = typeDigit(entry.value, kind.value, d)
}

/** The marks on a photo are the count: of the new ones, or with “in all” of all that are up. */
function counted(marks: number) {
  places.value = []
  const was = inAll.value ? (before.value?.germinated ?? 0) : 0
  entry.value = { ...entry.value, germinated: Math.max(0, marks - was) }
}

useCountKeys({
  digit,
  erase,
  enter: () => (asked.value ? undefined : over.value ? void leave() : saveDish()),
  kind: (step) => (kind.value = nextKind(kind.value, step)),
  move: (step) => round.goTo(at.value + step),
})

async function leave() {
  await router.push({ name: 'trial', params: { id: id.value } })
}

function jump(index: number) {
  finding.value = false
  round.goTo(index)
}

async function closeDish(fates: Fates) {
  if (!dish.value || !(await close([{ dish: dish.value, fates }]))) return
  closing.value = false
  round.goTo(at.value)
}

async function gone() {
  more.value = false
  closing.value = false
  await refetch()
  round.goTo(at.value)
}

// many packets are counted on one page; one that is named in the address is counted here
let onTheWay = false
watch(
  sheet,
  (now) => {
    // leaving asks for the sheet again: the way is taken once
    if (now?.kind !== 'packet_day' || route.query.dish || onTheWay) return
    onTheWay = true
    void router.replace({ name: 'packet-round', params: { id: id.value } })
  },
  { immediate: true },
)
// a dish named in the address is the one in hand
watch(
  sheet,
  (now, earlier) => {
    const wanted = dishes.value.findIndex((d) => String(d.id) === route.query.dish)
    if (now && !earlier && wanted >= 0) round.goTo(wanted)
  },
  { immediate: true },
)

const wake = () => document.hidden || !round.expired() || router.go(0)
onMounted(() => document.addEventListener('visibilitychange', wake))
onBeforeUnmount(() => document.removeEventListener('visibilitychange', wake))
useRoundLeft()
</script>

<template>
  <main class="count">
    <CountHead
      :sheet="sheet"
      :dish="dish"
      :at="at"
      :dishes="dishes"
      :made="made"
      :signal="signal"
      @find="finding = !finding"
    />
    <div class="body">
      <PageState :pending="isPending" :error="sheet ? null : error" @retry="refetch" />
      <p v-if="outbox.noSignal.value && ours.length" class="notice">
        No signal. {{ plural(ours.length, 'look') }} waiting to send, safe on this device.
      </p>
      <p v-if="clockOff" class="notice">
        This device’s clock is {{ plural(Math.round(Math.abs(clockOff) / 60_000), 'minute') }}
        {{ clockOff > 0 ? 'slow' : 'fast' }}; looks get the right time all the same.
      </p>
      <div v-if="back.said.value" class="notice bad" role="alert">
        {{ back.said.value }} It was not recorded; its numbers are here again.
      </div>
      <HeldLooks :held="back.toDecide.value" />
      <DishFinder v-if="finding" :dishes="dishes" @found="jump" @leave="finding = false" />
      <template v-else-if="dish && before">
        <p v-for="(n, i) in dish.notes" :key="i" class="notice">
          {{ deviationWords[n.kind]
          }}<template v-if="n.seeds">: {{ n.seeds }} of its seeds at {{ n.place }}; count both together</template
          ><template v-if="n.words">. {{ n.words }}</template>
        </p>
        <p v-if="dish.sown_at === null" class="notice">Not sown yet: germination before sowing counts as early.</p>
        <CountDishPanel
          v-model:entry="entry"
          v-model:places="places"
          :dish="dish"
          :before="before"
          :tray="sheet?.medium === 'tray'"
        />
        <KindPicker v-model="kind" :entry="entry" />
        <CountExtras
          v-if="sheet"
          v-model="extras"
          v-model:in-all="inAll"
          v-model:open="more"
          :dish="dish"
          :trial="id"
          :criterion="sheet.criterion"
          :before="before"
          @counted="counted"
          @gone="gone"
        />
        <p v-if="inAll" class="rule">
          In all: {{ typedTotal ?? 'type the whole number' }}, before: {{ before[kind] }}.
        </p>
        <p class="rule">
          Counts as germinated here: {{ sheet && criterionWords[sheet.criterion] }}.
          <template v-if="dish.advice && dish.advice !== 'still_coming'"
            >This dish: {{ stopWords[dish.advice] }}.</template
          >
          <template v-if="dish.dark && !dish.last_look">Kept in the dark: one look, at the end.</template>
        </p>
        <CloseDish
          v-if="(dish.advice === 'quiet_and_length' || dish.advice === 'all_accounted') && made[dish.id]"
          :key="dish.id"
          v-model:open="closing"
          :remaining="remaining"
          :meanings="sheet?.fates ?? []"
          :sentence="notKept"
          @close="closeDish"
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
        <p class="sentence">All dishes of this trial are closed or set aside.</p>
        <RouterLink :to="{ name: 'trial', params: { id } }">Open the trial</RouterLink>
      </section>
      <RoundEnd
        v-else-if="over && sheet"
        :sheet="sheet"
        :saved="saved"
        :dishes="dishes.length"
        :can-take-back="canTakeBack"
        :waiting="ours.length"
        @back="round.takeBack()"
      />
    </div>
    <CountAsk
      v-if="asked && dish && before"
      :about="asked"
      :dish="dish"
      :typed="typedTotal ?? 0"
      :before="before[kind]"
      :sprouts="entry.germinated"
      @leave="asked = null"
      @lower="earlierWasTooHigh"
      @nothing="((entry = NOTHING_NEW), (typedTotal = null), keep())"
      @pot="keep"
      @throw="((extras = { ...extras, sprouts: 'thrown_out' }), keep())"
    />
    <ThumbBar
      v-else-if="dish && !closing && !finding"
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
.count {
  display: flex;
  flex-direction: column;
  max-width: 560px;
  min-height: 100dvh;
  margin: 0 auto;
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

.rest button {
  min-height: 48px;
  color: var(--leaf);
  text-decoration: underline;
}

.end {
  padding: 10vh 0;
  text-align: center;
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
