<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { LotField } from '@/features/lots'
import { useSession } from '@/features/people'
import CrumbTrail from '@/shared/components/CrumbTrail.vue'
import ChipChoice from '@/shared/components/ChipChoice.vue'
import DayField from '@/shared/components/DayField.vue'
import FormFoot from '@/shared/components/FormFoot.vue'
import HazardBanner from '@/shared/components/HazardBanner.vue'
import PageState from '@/shared/components/PageState.vue'
import { useAnswer } from '@/shared/composables/useAnswer'
import { useProblem } from '@/shared/composables/useProblem'
import { useTitle } from '@/shared/composables/useTitle'
import { day, isoDay } from '@/shared/format/dates'
import { percent, percentRange, plural } from '@/shared/format/numbers'
import { choicesOf, reasonWords, wayWords } from '@/shared/labels'
import { mass } from '@/shared/format/units'
import { previewSowing, useKeepPlan, useSowing, useSowingWork, type SowingPlan } from '../api'
import SowingDays from '../components/SowingDays.vue'
import SowingFurrow from '../components/SowingFurrow.vue'
import WayTrays from '../components/WayTrays.vue'
import { TYPED, useSowingWish } from '../composables/useSowingWish'

/** From plants wanted by a day, a lot and its best recipe, to cells, trays, seeds, grams and days: a new plan, or one that is changed. */
const route = useRoute()
const router = useRouter()
const { user } = useSession()
const asNumber = (value: unknown) => (value ? Number(value) : null)
const changed = asNumber(route.query.change)
const { data: plan, isPending, error, refetch } = useSowing(changed)
const keep = useKeepPlan()
const { again } = useSowingWork(changed ?? 0)
const { attempt, at, question, foot } = useProblem()
const { lot, basis, way, seedsPerCell, typed, bases, wish, fill } = useSowingWish({
  lot: asNumber(route.query.lot),
  treatment: asNumber(route.query.treatment),
})
// as it was when the form was filled: it is filled once, and a change made by another meanwhile is noticed
const seen = ref<SowingPlan | null>(null)
const title = computed(() => (changed === null ? 'Plan a sowing' : `Change ${seen.value?.code ?? 'a sowing'}`))
useTitle(() => title.value)
const today = isoDay(new Date())
watch(
  plan,
  async (found) => {
    if (!found || seen.value) return
    seen.value = found
    await fill(found)
  },
  { immediate: true },
)

const choices = computed(() => [
  ...(bases.value ?? []).map((b) => ({
    value: b.treatment,
    title: `${b.name}, ${b.trial_code}: ${percent(b.share)} % (${percentRange(b.lower, b.upper)})`,
    props: {
      subtitle: [
        b.concluded ? 'concluded' : b.by_decision ? 'the trial’s decision' : '',
        b.next_lower !== null && b.next_upper !== null
          ? `another lot, ${b.lot_code}: this one will fall between ${percentRange(b.next_lower, b.next_upper)}`
          : '',
        b.interim ? 'counting continues' : '',
        `sown ${day(b.tested_on)}`,
      ]
        .filter(Boolean)
        .join('; '),
    },
  })),
  { value: TYPED, title: 'Type a percentage', props: { subtitle: 'from a packet, or from memory' } },
])
const { answer: preview, problem } = useAnswer(wish, previewSowing)
const wrong = (pointer: string) => [
  ...at(pointer),
  ...(problem.value?.errors.filter((e) => e.pointer === pointer).map((e) => e.message) ?? []),
]
const total = computed(() => {
  const p = preview.value
  if (!p || p.seeds === null) return ''
  const grams = p.grams === null ? '' : `, about ${mass(p.grams)}`
  const seeds = `${plural(p.seeds, 'seed')}${grams}`
  if (p.way === 'pan') return `Sow ${seeds} in a pan for ${typed.plants} plants, pricked out one by one.`
  if (p.way === 'ground') return `Sow ${seeds} on ${typed.area} m² of ground.`
  return `Sow ${seeds}: ${p.seeds_per_cell} in each of ${plural(p.cells ?? 0, 'cell')}, ${plural(p.trays ?? 0, 'tray')}.`
})

async function save(sure = false) {
  const body = wish.value
  if (!body) return
  const wanted = { ...body, note: typed.note, sure }
  const kept = await attempt(() =>
    seen.value ? again.mutateAsync({ ...wanted, version: seen.value.version }) : keep.mutateAsync(wanted),
  )
  if (kept) await router.push({ name: 'sowing', params: { id: kept.id } })
}
const leave = () => router.push(changed === null ? { name: 'sowings' } : { name: 'sowing', params: { id: changed } })
</script>

<template>
  <main class="page">
    <CrumbTrail
      :steps="[
        { words: 'Sowing', to: '/sowing' },
        ...(seen ? [{ words: seen.code, to: { name: 'sowing', params: { id: seen.id } }, code: true }] : []),
      ]"
    />
    <PageState v-if="changed !== null" :pending="isPending" :error="error" @retry="refetch" />
    <h1>{{ title }}</h1>
    <div class="columns">
      <form class="form" @submit.prevent="save()">
        <p v-if="seen" class="quiet">Earlier versions of the plan stay in its history.</p>
        <LotField v-else-if="changed === null" v-model="lot" label="Lot" :messages="wrong('/lot')" />
        <v-select
          v-if="lot !== null"
          v-model="basis"
          :items="choices"
          label="Rests on"
          :error-messages="wrong('/treatment')"
        />
        <div v-if="basis === TYPED" class="form-row">
          <v-text-field
            v-model="typed.percent"
            label="Germinates, %"
            inputmode="decimal"
            :error-messages="wrong('/typed_share')"
          />
          <v-text-field
            v-model="typed.seeds"
            label="Number of seeds tested"
            inputmode="numeric"
            :error-messages="wrong('/typed_seeds')"
          />
        </div>
        <div class="form-row">
          <v-text-field
            v-model="typed.plants"
            label="Plants wanted"
            inputmode="numeric"
            :error-messages="wrong('/plants_wanted')"
          />
          <DayField of="plan" v-model="typed.wantedOn" label="Ready by" :messages="wrong('/wanted_on')" />
        </div>
        <ChipChoice v-model="way" label="How" :choices="choicesOf(wayWords)" />
        <div v-if="way[0] === 'ground'" class="form-row">
          <v-text-field
            v-model="typed.perM2"
            label="Plants a square metre"
            inputmode="decimal"
            :error-messages="wrong('/plants_per_m2')"
          />
          <v-text-field
            v-model="typed.area"
            label="Square metres"
            inputmode="decimal"
            :error-messages="wrong('/area_m2')"
          />
        </div>
        <details>
          <summary>Assurance, times and trays</summary>
          <div class="form-row more">
            <v-text-field
              v-model="typed.weeks"
              label="Weeks from sowing to planting"
              inputmode="decimal"
              :error-messages="wrong('/weeks_growing')"
            />
            <v-text-field
              v-model="typed.tray"
              label="Cells a tray"
              inputmode="numeric"
              :error-messages="wrong('/cells_per_tray')"
            />
            <v-text-field
              v-model="typed.fill"
              label="Cells to fill, %"
              inputmode="decimal"
              :error-messages="wrong('/target_fill')"
            />
            <v-text-field
              v-model="typed.assurance"
              label="Assurance, %"
              inputmode="decimal"
              :error-messages="wrong('/assurance')"
            />
            <v-text-field
              v-model="typed.plantPercent"
              label="Germinated seeds that become plants, %"
              :placeholder="preview ? percent(preview.plant_share.s) : ''"
              persistent-placeholder
              inputmode="decimal"
              :error-messages="wrong('/plant_share')"
            />
          </div>
          <p v-if="preview" class="quiet">{{ preview.plant_share_sentence }}</p>
        </details>
        <v-text-field v-model="typed.note" label="Note" maxlength="300" />
        <FormFoot
          v-if="user?.may_plan"
          :action="changed === null ? 'Save plan' : 'Change the plan'"
          :busy="keep.isPending.value || again.isPending.value"
          :disabled="!preview || preview.seeds === null"
          :sentence="foot('/plants_wanted')"
          :question="question"
          @sure="save(true)"
          @leave="leave"
        />
      </form>
      <div>
        <p v-if="problem && !problem.errors.length" class="notice bad" role="alert">{{ problem.detail }}</p>
        <p v-if="wish && !preview && !problem" class="quiet" role="status">Calculating …</p>
        <p v-else-if="!preview && !problem" class="quiet">
          Choose a lot, and enter how many plants you want by when. The cells, trays, seeds and dates appear here.
        </p>
        <template v-if="preview">
          <HazardBanner :hazards="preview.cares.map((c) => c.hazard)" :cares="preview.cares" also="" />
          <p class="sentence" role="status">{{ total }}</p>
          <p class="quiet">Rests on {{ preview.rests_on }}.</p>
          <p v-for="n in preview.notes" :key="n" class="notice">{{ n }}</p>
          <template v-if="preview.way === 'cells'">
            <h2 class="ruled">Compare ways to sow</h2>
            <p v-if="preview.pan_advised" class="notice">
              More than six seeds a cell would be wanted to fill {{ typed.fill }} % of the cells: a seed pan and
              pricking out is less work.
              <button type="button" class="text-link" @click="way = ['pan']">Sow in a pan</button>
            </p>
            <WayTrays v-model="seedsPerCell" :preview="preview" :cells-per-tray="Number(typed.tray) || 72" />
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
              >The amount left is unknown, because the lot was never measured.</template
            >
          </p>
          <h2 class="ruled">Days</h2>
          <SowingFurrow :days="preview.days" :today="today" />
          <SowingDays :days="preview.days.map((d) => ({ day: d }))" :today="today" />
          <p class="quiet">
            No seed is taken from the lot until you sow. Weeks, waterings and days are starting points.
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
