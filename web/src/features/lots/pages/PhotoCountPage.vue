<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import ChipChoice from '@/shared/components/ChipChoice.vue'
import CrumbTrail from '@/shared/components/CrumbTrail.vue'
import EarlierDrafts from '@/shared/components/EarlierDrafts.vue'
import { useAnswer } from '@/shared/composables/useAnswer'
import { useDraft } from '@/shared/composables/useDraft'
import { useKey } from '@/shared/composables/useKey'
import { useProblem } from '@/shared/composables/useProblem'
import { useTitle } from '@/shared/composables/useTitle'
import MarkedPhoto from '@/shared/drawing/MarkedPhoto.vue'
import { plural, withDoubt } from '@/shared/format/numbers'
import { mass } from '@/shared/format/units'
import { readMarks, useLot, useLotPhotoCounts } from '../api'
import CountedBefore from '../components/CountedBefore.vue'
import CutTally from '../components/CutTally.vue'
import KnownLength from '../components/KnownLength.vue'
import PlaceAsk from '../components/PlaceAsk.vue'
import RecordCount, { type CountUse } from '../components/RecordCount.vue'
import PhotoOnTheWay from '../components/PhotoOnTheWay.vue'
import PhotoSeries from '../components/PhotoSeries.vue'
import PhotoWelcome from '../components/PhotoWelcome.vue'
import SizeDrawing from '../components/SizeDrawing.vue'
import WeighField from '../components/WeighField.vue'
import { usePhotoSeries, type KeptPhoto } from '../composables/usePhotoSeries'
import {
  middleOf,
  numbered,
  restFull,
  seedsIn,
  stillDoubtful,
  tallied,
  toggled,
  turned,
  type Spot,
} from '../logic/photoCount'

/** Seed counted in photos: found by the server, corrected by taps and keys, recorded as an amount, a sample or a cut test. */
const route = useRoute()
const router = useRouter()
const id = computed(() => Number(route.params.id))
const { data: lot } = useLot(id)
const { data: before } = useLotPhotoCounts(id)
useTitle(() => `Photo count${lot.value ? `, ${lot.value.code}` : ''}`)

type Work = 'count' | 'cut'
const WORK: { value: Work; title: string }[] = [
  { value: 'count', title: 'Count seed' },
  { value: 'cut', title: 'Judge cut seed' },
]
const work = ref<Work[]>([route.query.work === 'cut' ? 'cut' : 'count'])
const cutting = computed(() => work.value[0] === 'cut')
const use = ref<CountUse[]>(['in'])
const reason = ref('')
const measuring = ref(false)

const series = usePhotoSeries()
const { photos, at, current, ready, sent } = series

const kept = computed(() => ({ photos: series.kept.value, work: work.value, use: use.value, reason: reason.value }))
type Kept = { photos: KeptPhoto[]; work: Work[]; use: CountUse[]; reason: string }
const draft = useDraft<Kept>(`photo-count-${id.value}`, kept, () => kept.value.photos.length > 0)
const { succeeds, sentence: notResumed } = useProblem()
async function resume(which: { id: string; at: string; what: Kept }) {
  const { what } = which
  if (!(await succeeds(() => series.goOn(what.photos)))) return
  draft.goOn(which)
  work.value = what.work
  use.value = what.use
  reason.value = what.reason
}

// --- what is asked about, place by place ---
const doubtful = computed(() => (current.value?.found ? stillDoubtful(current.value.found, current.value.decided) : []))
const asked = ref<number | null>(null)
const here = computed<Spot | null>(() => {
  const found = current.value?.found
  return found && asked.value !== null ? middleOf(found, asked.value) : null
})
watch(at, () => (asked.value = null))
function next() {
  asked.value = doubtful.value.find((thing) => thing !== asked.value) ?? null
}
function answer(seeds: number) {
  const thing = asked.value
  if (thing === null) return
  series.decide((found, decided) => numbered(found, decided, thing, seeds))
  next()
}

function tap(place: Spot & { reach: number; tall: number }) {
  const { reach, tall, ...spot } = place
  if (measuring.value && current.value) {
    const known = current.value.known ?? { ends: [], mm: '' }
    current.value.known = { ...known, ends: known.ends.length === 2 ? [spot] : [...known.ends, spot] }
    return
  }
  series.decide((found, decided) =>
    cutting.value ? turned(decided, spot, reach, tall) : toggled(found, decided, spot, reach, tall),
  )
}
useKey('n', next)
useKey('Backspace', series.undo)
for (let n = 0; n <= 9; n++) useKey(String(n), () => answer(n))

const marks = computed(() => {
  const open = new Set(doubtful.value)
  return (current.value?.decided.marks ?? []).map((m) => ({
    x: m.x,
    y: m.y,
    state: cutting.value ? m.state : null,
    open: cutting.value && m.state === null,
    asked: !cutting.value && m.thing !== null && open.has(m.thing),
  }))
})
const rings = computed(() => {
  const found = current.value?.found
  if (!found || cutting.value) return []
  return doubtful.value.filter((t) => !seedsIn(current.value!.decided, t)).map((t) => middleOf(found, t))
})

// --- what it comes to ---
const count = computed(() => ready.value.reduce((sum, p) => sum + p.decided.marks.length, 0))
const states = computed(() => tallied(ready.value.flatMap((p) => p.decided.marks)))
// what the seeds weigh changes neither the error of the count nor the sizes
const looked = computed(() => (sent.value.length ? sent.value.map((p) => ({ ...p, mass_g: null })) : null))
const { answer: read, problem: unread } = useAnswer(looked, readMarks)
const weighed = computed(() => ready.value.length > 0 && sent.value.every((p) => p.mass_g))
const perThousand = computed(() => {
  const grams = sent.value.reduce((sum, p) => sum + (p.mass_g ?? 0), 0)
  return weighed.value && count.value ? (1000 * grams) / count.value : null
})

async function recorded() {
  draft.done()
  await leave()
}
const leave = () => router.push({ name: 'lot', params: { id: id.value } })
</script>

<template>
  <main class="page">
    <CrumbTrail
      :steps="[
        { words: 'Lots', to: '/lots' },
        { words: lot?.code ?? '', code: true, to: `/lots/${id}` },
        { words: 'Photo count' },
      ]"
    />
    <h1>
      Photo count<span v-if="lot" class="of">, {{ lot.common_name || lot.name }}</span>
    </h1>
    <EarlierDrafts
      :drafts="draft.earlier.value"
      :words="(d) => `${plural(d.what.photos.length, 'photo')}`"
      @resume="resume"
      @discard="draft.discard"
    />
    <p v-if="notResumed" class="notice bad" role="alert">{{ notResumed }}</p>
    <div class="bench" :class="{ begun: ready.length }">
      <section class="plate" aria-label="Photo">
        <div v-if="current?.found" class="view">
          <MarkedPhoto
            :key="current.id"
            class="whole"
            :address="current.address"
            label="Photo of the seed. Arrow keys move it, plus and minus zoom, Enter adds or removes a mark at the cross."
            :marks="marks"
            :rings="rings"
            :line="current.known?.ends"
            :here="here"
            @tap="tap"
          />
          <p class="badge figures" aria-hidden="true">{{ cutting ? count : withDoubt(count, read?.se ?? null) }}</p>
          <PlaceAsk
            v-if="asked !== null && !cutting"
            class="ask"
            :marked="seedsIn(current.decided, asked)"
            :left="doubtful.length"
            @answer="answer"
            @stop="asked = null"
          />
        </div>
        <PhotoOnTheWay
          v-else-if="current"
          class="view"
          :address="current.address"
          :share="current.share"
          :trouble="current.trouble"
          @leave-out="series.leaveOut(at)"
        />
        <PhotoWelcome v-else class="view" @example="series.addExample" />
        <PhotoSeries
          :photos="photos"
          :at="at"
          @choose="(n) => (at = n)"
          @add="(file) => series.add(file)"
          @leave-out="series.leaveOut"
        />
      </section>
      <section class="side" aria-label="Count">
        <ChipChoice v-model="work" label="What to do with the photo" :choices="WORK" />
        <template v-if="ready.length">
          <p class="count figures" aria-live="polite">
            {{ cutting ? count : withDoubt(count, read?.se ?? null) }}
            <span class="unit">{{ count === 1 ? 'seed' : 'seeds' }}</span>
          </p>
          <p class="quiet lead">
            <template v-if="ready.length > 1">Added up over {{ ready.length }} photos. </template>
            <template v-if="!cutting">Tap a seed that is not marked to add it, and a mark to remove it.</template>
          </p>
          <CutTally v-if="cutting" :states="states" @rest-full="series.decide((_, d) => restFull(d))" />
          <button
            v-else-if="doubtful.length"
            type="button"
            class="wide-button"
            :disabled="asked !== null"
            @click="next"
          >
            Check {{ plural(doubtful.length, 'doubtful place') }}
          </button>
          <p v-else class="quiet">No doubtful place is left in this photo.</p>
          <p class="undo">
            <button type="button" class="text-link" :disabled="!current?.earlier.length" @click="series.undo">
              Undo
            </button>
          </p>
          <p v-if="unread" class="notice bad" role="alert">{{ unread.detail }}</p>
          <template v-if="!cutting">
            <h2 class="ruled">Size</h2>
            <SizeDrawing v-if="read?.sizes" :sizes="read.sizes" />
            <p v-else class="quiet">At least five seeds must lie alone, and all photos need a scale or none.</p>
            <KnownLength
              v-if="current?.found"
              v-model:measuring="measuring"
              v-model:known="current.known"
              :sheet="current.found.sheet"
            />
            <h2 class="ruled">Mass</h2>
            <WeighField
              v-if="current"
              v-model="current.mass"
              :label="ready.length > 1 ? `Seeds of photo ${at + 1}` : 'These seeds'"
              :expected="null"
            />
            <p v-if="perThousand" class="figures">≈ {{ mass(perThousand) }} per 1,000 seeds</p>
            <p v-else class="quiet">
              Weigh exactly these seeds for the thousand-seed weight. Leave it empty otherwise.
            </p>
          </template>
          <RecordCount
            v-model:use="use"
            v-model:note="reason"
            :lot-id="id"
            :photos="sent"
            :count="count"
            :states="cutting ? states : null"
            :weighed="weighed"
            :example="ready.some((p) => p.example)"
            @done="recorded"
            @leave="leave"
          />
        </template>
        <template v-else>
          <p class="quiet keys">
            Keys: <kbd>n</kbd> next doubtful place, digits how many seeds it has, <kbd>+</kbd> <kbd>−</kbd> zoom, arrows
            move, <kbd>Enter</kbd> mark at the cross, <kbd>Backspace</kbd> undo.
          </p>
        </template>
        <CountedBefore v-if="before?.length" :counts="before" />
      </section>
    </div>
  </main>
</template>

<style scoped>
.of {
  color: var(--ink-2);
  font-weight: 400;
}

.bench {
  display: grid;
  margin-top: 14px;
  grid-template-columns: minmax(0, 1fr) 360px;
  gap: 24px;
  align-items: start;
}

.view {
  position: relative;
  height: min(66vh, 640px);
}

.whole {
  height: 100%;
}

/* on the phone the count itself is below the photo */
.badge {
  display: none;
}

.ask {
  position: absolute;
  bottom: 8px;
  left: 8px;
  width: min(430px, calc(100% - 16px));
  padding: 10px 12px 4px;
  border-radius: 10px;
  background: var(--sheet);
}

.wide-button {
  width: 100%;
  min-height: 48px;
  border: 1.5px solid var(--leaf);
  border-radius: 10px;
  color: var(--leaf);
  font-weight: 600;
}

.count {
  margin: 14px 0 0;
  font: 700 2.4rem/1.1 var(--heading);
}

.unit {
  font-size: 1.3rem;
}

.lead {
  margin: 2px 0 12px;
}

.undo {
  margin: 6px 0 0;
}

.undo button:disabled {
  color: var(--ink-3);
}

@media (max-width: 900px) {
  .bench {
    grid-template-columns: minmax(0, 1fr);
    gap: 12px;
  }

  .plate {
    display: contents;
  }

  .view {
    order: 1;
    height: 46vh;
  }

  .begun .side {
    order: 2;
  }

  .plate > :last-child {
    order: 3;
    margin-top: 0;
  }

  .side {
    order: 4;
  }

  .badge {
    position: absolute;
    top: 8px;
    left: 8px;
    display: block;
    margin: 0;
    padding: 4px 12px;
    border-radius: 8px;
    background: var(--sheet);
    font-weight: 700;
    font-size: 1.2rem;
  }

  .view:has(.whole) {
    height: auto;
  }

  .whole {
    height: 46vh;
  }

  .ask {
    position: static;
    width: auto;
    margin-top: 8px;
    padding: 0;
    background: none;
  }

  .keys {
    display: none;
  }
}
</style>
