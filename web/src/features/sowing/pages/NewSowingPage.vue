<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { LotField } from '@/features/lots'
import { useSession } from '@/features/people'
import ChipChoice from '@/shared/components/ChipChoice.vue'
import FormFoot from '@/shared/components/FormFoot.vue'
import HazardBanner from '@/shared/components/HazardBanner.vue'
import { useAnswer } from '@/shared/composables/useAnswer'
import { useProblem } from '@/shared/composables/useProblem'
import { useTitle } from '@/shared/composables/useTitle'
import { day, isoDay } from '@/shared/format/dates'
import { numberOrNull, percent, percentRange, plural } from '@/shared/format/numbers'
import { choicesOf, reasonWords, wayWords } from '@/shared/labels'
import { mass } from '@/shared/format/units'
import { previewSowing, useBases, useKeepPlan, type SowingWish } from '../api'
import SowingDays from '../components/SowingDays.vue'
import SowingFurrow from '../components/SowingFurrow.vue'
import WaysTable from '../components/WaysTable.vue'

/** From plants wanted by a day, a lot and its best recipe, to cells, trays, seeds, grams and days. */
useTitle(() => 'Plan a sowing')
const route = useRoute()
const router = useRouter()
const { user } = useSession()
const keep = useKeepPlan()
const { attempt, at, question, foot } = useProblem()

const TYPED = -1
const today = isoDay(new Date())
const inWeeks = new Date()
inWeeks.setDate(inWeeks.getDate() + 168)

const lot = ref<number | null>(route.query.lot ? Number(route.query.lot) : null)
const { data: bases } = useBases(lot)
const basis = ref<number | null>(route.query.treatment ? Number(route.query.treatment) : null)
const typedPercent = ref('')
const typedSeeds = ref('')
const plants = ref('100')
const wantedOn = ref(isoDay(inWeeks))
const way = ref<(keyof typeof wayWords)[]>(['cells'])
const weeks = ref('10')
const tray = ref('72')
const fill = ref('90')
const assurance = ref('90')
const plantPercent = ref('')
const seedsPerCell = ref<number | null>(null)
const perM2 = ref('20')
const area = ref('10')
const note = ref('')

// what people concluded, or the verdict uses, is proposed; a lot that was never tried wants a percent
watch(
  bases,
  (found) => {
    if (!found) return
    if (basis.value === null || (basis.value !== TYPED && !found.some((b) => b.treatment === basis.value)))
      basis.value = found.find((b) => b.share > 0)?.treatment ?? TYPED
  },
  { immediate: true },
)
const choices = computed(() => [
  ...(bases.value ?? []).map((b) => ({
    value: b.treatment,
    title: `${b.name}, ${b.trial_code}: ${percent(b.share)} % (${percentRange(b.lower, b.upper)})`,
    props: {
      subtitle: [
        b.concluded ? 'concluded' : b.by_verdict ? 'the verdict uses it' : '',
        b.other_lot ? `another lot, ${b.lot_code}` : '',
        b.interim ? 'counting goes on' : '',
        `sown ${day(b.tested_on)}`,
      ]
        .filter(Boolean)
        .join('; '),
    },
  })),
  { value: TYPED, title: 'A percent that I type', props: { subtitle: 'from a packet, or from memory' } },
])
const share = (text: string) => {
  const n = numberOrNull(text)
  return n === null ? null : n / 100
}
const wish = computed<SowingWish | null>(() => {
  const wanted = numberOrNull(plants.value)
  if (lot.value === null || basis.value === null || !wanted || !wantedOn.value) return null
  const typed = basis.value === TYPED
  if (typed && (share(typedPercent.value) === null || !numberOrNull(typedSeeds.value))) return null
  return {
    lot: lot.value,
    treatment: typed ? null : basis.value,
    typed_share: typed ? share(typedPercent.value) : null,
    typed_seeds: typed ? numberOrNull(typedSeeds.value) : null,
    plants_wanted: wanted,
    wanted_on: wantedOn.value,
    way: way.value[0],
    weeks_growing: numberOrNull(weeks.value) ?? 0,
    cells_per_tray: numberOrNull(tray.value) ?? 72,
    target_fill: share(fill.value) ?? 0,
    assurance: share(assurance.value) ?? 0,
    plant_share: share(plantPercent.value),
    seeds_per_cell: way.value[0] === 'cells' ? seedsPerCell.value : null,
    ...(way.value[0] === 'ground'
      ? { plants_per_m2: numberOrNull(perM2.value), area_m2: numberOrNull(area.value) }
      : {}),
  }
})
const { answer: preview, problem } = useAnswer(wish, previewSowing)
watch([lot, basis], () => (seedsPerCell.value = null))
const wrong = (pointer: string) => [
  ...at(pointer),
  ...(problem.value?.errors.filter((e) => e.pointer === pointer).map((e) => e.message) ?? []),
]
const total = computed(() => {
  const p = preview.value
  if (!p || p.seeds === null) return ''
  const grams = p.grams === null ? '' : `, about ${mass(p.grams)}`
  const seeds = `${plural(p.seeds, 'seed')}${grams}`
  if (p.way === 'pan') return `Sow ${seeds} in a pan for ${plants.value} plants, pricked out one by one.`
  if (p.way === 'ground') return `Sow ${seeds} on ${area.value} m² of ground.`
  return `Sow ${seeds}: ${p.seeds_per_cell} in each of ${plural(p.cells ?? 0, 'cell')}, ${plural(p.trays ?? 0, 'tray')}.`
})

async function save(sure = false) {
  const body = wish.value
  if (!body) return
  const made = await attempt(() => keep.mutateAsync({ ...body, note: note.value, sure }))
  if (made) await router.push({ name: 'sowing', params: { id: made.id } })
}
</script>

<template>
  <main class="page">
    <p class="quiet crumb"><RouterLink to="/sowing">Sowing</RouterLink> ›</p>
    <h1>Plan a sowing</h1>
    <div class="columns">
      <form class="form" @submit.prevent="save()">
        <LotField v-model="lot" label="Lot" :messages="wrong('/lot')" />
        <v-select
          v-if="lot !== null"
          v-model="basis"
          :items="choices"
          label="Rests on"
          :error-messages="wrong('/treatment')"
        />
        <div v-if="basis === TYPED" class="form-row">
          <v-text-field
            v-model="typedPercent"
            label="Germinates, %"
            inputmode="decimal"
            :error-messages="wrong('/typed_share')"
          />
          <v-text-field
            v-model="typedSeeds"
            label="Found with how many seeds"
            inputmode="numeric"
            :error-messages="wrong('/typed_seeds')"
          />
        </div>
        <div class="form-row">
          <v-text-field
            v-model="plants"
            label="Plants wanted"
            inputmode="numeric"
            :error-messages="wrong('/plants_wanted')"
          />
          <v-text-field v-model="wantedOn" type="date" label="Ready by" :error-messages="wrong('/wanted_on')" />
        </div>
        <ChipChoice v-model="way" label="How" :choices="choicesOf(wayWords)" />
        <div v-if="way[0] === 'ground'" class="form-row">
          <v-text-field
            v-model="perM2"
            label="Plants a square metre"
            inputmode="decimal"
            :error-messages="wrong('/plants_per_m2')"
          />
          <v-text-field v-model="area" label="Square metres" inputmode="decimal" :error-messages="wrong('/area_m2')" />
        </div>
        <details>
          <summary>How sure, how long, which trays</summary>
          <div class="form-row more">
            <v-text-field
              v-model="weeks"
              label="Weeks from sowing to planting"
              inputmode="decimal"
              :error-messages="wrong('/weeks_growing')"
            />
            <v-text-field
              v-model="tray"
              label="Cells a tray"
              inputmode="numeric"
              :error-messages="wrong('/cells_per_tray')"
            />
            <v-text-field
              v-model="fill"
              label="Cells to fill, %"
              inputmode="decimal"
              :error-messages="wrong('/target_fill')"
            />
            <v-text-field
              v-model="assurance"
              label="Assurance, %"
              inputmode="decimal"
              :error-messages="wrong('/assurance')"
            />
            <v-text-field
              v-model="plantPercent"
              label="Germinated that become plants, %"
              :placeholder="preview ? percent(preview.plant_share.s) : ''"
              persistent-placeholder
              inputmode="decimal"
              :error-messages="wrong('/plant_share')"
            />
          </div>
          <p v-if="preview" class="quiet">{{ preview.plant_share_sentence }}</p>
        </details>
        <v-text-field v-model="note" label="Note" maxlength="300" />
        <FormFoot
          v-if="user?.may_plan"
          action="Keep this plan"
          :busy="keep.isPending.value"
          :disabled="!preview || preview.seeds === null"
          :sentence="foot('/plants_wanted')"
          :question="question"
          @sure="save(true)"
          @leave="router.push('/sowing')"
        />
      </form>
      <div>
        <p v-if="problem && !problem.errors.length" class="notice bad" role="alert">{{ problem.detail }}</p>
        <p v-if="wish && !preview && !problem" class="quiet" role="status">Working it out …</p>
        <p v-else-if="!preview && !problem" class="quiet">
          Choose a lot, say how many plants are wanted by when, and what it takes stands here: cells, trays, seeds, and
          every day on which something is to be done.
        </p>
        <template v-if="preview">
          <HazardBanner :hazards="preview.cares.map((c) => c.hazard)" :cares="preview.cares" also="" />
          <p class="sentence" role="status">{{ total }}</p>
          <p class="quiet">Rests on {{ preview.rests_on }}.</p>
          <p v-for="n in preview.notes" :key="n" class="notice">{{ n }}</p>
          <template v-if="preview.way === 'cells'">
            <h2 class="ruled">Ways side by side</h2>
            <p v-if="preview.pan_advised" class="notice">
              More than six seeds a cell would be wanted to fill {{ fill }} % of the cells: a seed pan and pricking out
              is less work.
              <button type="button" class="text-link" @click="way = ['pan']">Sow in a pan</button>
            </p>
            <WaysTable v-model="seedsPerCell" :preview="preview" />
            <p class="quiet">
              {{ preview.choices.find((c) => c.choice.seeds === preview?.seeds_per_cell)?.sentence }}
            </p>
          </template>
          <template v-if="preview.ground">
            <h2 class="ruled">For the ground</h2>
            <dl class="facts">
              <dt>A square metre</dt>
              <dd>
                {{ preview.ground.sowing.seeds_per_m2?.toFixed(0) ?? 'undefined: none germinated' }} seeds<template
                  v-if="preview.ground.sowing.mass_per_m2 !== null"
                  >, {{ mass(preview.ground.sowing.mass_per_m2) }}</template
                >
              </dd>
              <dt>In all</dt>
              <dd>
                <template v-if="preview.ground.sowing.mass !== null"
                  >{{ mass(preview.ground.sowing.mass) }} as it lies in the bag</template
                ><template v-else
                  >grams are not known: {{ reasonWords[preview.ground.why_no_mass ?? 'none_germinated'] }}</template
                >
              </dd>
              <template v-if="preview.ground.pls">
                <dt>Pure live seed</dt>
                <dd>{{ percent(preview.ground.pls.pls) }} % of the material</dd>
              </template>
            </dl>
          </template>
          <p class="notice plain-answer">{{ preview.plain_sentence }}</p>
          <p>
            <template v-if="preview.remains !== null && preview.remains >= 0"
              >{{ preview.stock.estimated ? '≈ ' : '' }}{{ preview.remains.toLocaleString('en-GB') }} seeds remain in
              the lot.</template
            >
            <template v-else-if="preview.remains === null"
              >What remains is not known: the lot was never measured.</template
            >
          </p>
          <h2 class="ruled">Days</h2>
          <SowingFurrow :days="preview.days" :today="today" />
          <SowingDays :days="preview.days.map((d) => ({ day: d }))" :today="today" />
          <p class="quiet">
            Nothing is drawn from the lot before it is done. Weeks, waterings and days are starting points.
          </p>
        </template>
      </div>
    </div>
  </main>
</template>

<style scoped>
summary {
  min-height: 44px;
  color: var(--leaf);
  line-height: 44px;
  cursor: pointer;
}

.more {
  margin: 6px 0;
}

h2 {
  margin-top: 16px;
}

.notice {
  margin-top: 8px;
}

.columns {
  grid-template-columns: minmax(0, 1fr) minmax(0, 1.6fr);
  align-items: start;
}

@media (max-width: 900px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
