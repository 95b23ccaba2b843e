<script setup lang="ts">
import { computed, ref, watch, type Component } from 'vue'
import { useRoute } from 'vue-router'
import { ThingFoot } from '@/features/changes'
import { useSession } from '@/features/people'
import { DormancyPanel } from '@/features/recipes'
import CrumbTrail from '@/shared/components/CrumbTrail.vue'
import ConclusionList from '@/shared/components/ConclusionList.vue'
import DecisionLines from '@/shared/components/DecisionLines.vue'
import HazardBanner from '@/shared/components/HazardBanner.vue'
import HistoryList from '@/shared/components/HistoryList.vue'
import { addressOf } from '@/shared/api/bench'
import PageState from '@/shared/components/PageState.vue'
import PhotoStrip from '@/shared/components/PhotoStrip.vue'
import { useProblem } from '@/shared/composables/useProblem'
import { useTitle } from '@/shared/composables/useTitle'
import { day, isoDay, moment } from '@/shared/format/dates'
import { plural } from '@/shared/format/numbers'
import { endWords, labelKindWords, reasonWords, stateWords, troubleWords } from '@/shared/labels'
import {
  useLabelPrints,
  useLot,
  useLotHistory,
  useLotLedger,
  useLotPage,
  useLotWork,
  useTrialsOf,
  type StockLine,
} from '../api'
import CalibrateForm from '../components/CalibrateForm.vue'
import ChangeLotForm from '../components/ChangeLotForm.vue'
import CleaningForm from '../components/CleaningForm.vue'
import DescentGraph from '../components/DescentGraph.vue'
import DryingForm from '../components/DryingForm.vue'
import EndForm from '../components/EndForm.vue'
import ForecastChart from '../components/ForecastChart.vue'
import LifeFurrow from '../components/LifeFurrow.vue'
import LotLedger from '../components/LotLedger.vue'
import LotLog from '../components/LotLog.vue'
import LotPanels from '../components/LotPanels.vue'
import MoveForm from '../components/MoveForm.vue'
import QualityForm from '../components/QualityForm.vue'
import SplitForm from '../components/SplitForm.vue'
import StockForm from '../components/StockForm.vue'
import TroubleForm from '../components/TroubleForm.vue'
import { lotSentence } from '../logic/said'

const route = useRoute()
const id = computed(() => Number(route.params.id))
const { user } = useSession()
const { data: lot, isPending, error, refetch } = useLot(id)
const { data: page } = useLotPage(id)
const { data: ledger } = useLotLedger(id)
const { data: history } = useLotHistory(id)
const { data: prints } = useLabelPrints(id)
const { data: trials } = useTrialsOf(id)
const { takeUpAgain, addPhoto, takeBack } = useLotWork(id)
const { attempt, sentence } = useProblem()
useTitle(() => lot.value?.code ?? 'Lot')
const today = isoDay(new Date())

type Need = 'lot' | 'lotId' | 'bench' | 'line'
type Group = 'Measure' | 'Work on' | 'Keep'
/** One thing is done at a time; its form opens below the actions, and the page stays where it is. */
const WORK: { key: string; group: Group; word: string; form: Component; plan: boolean; needs: Need[] }[] = [
  {
    key: 'amount',
    group: 'Measure',
    word: 'Enter an amount',
    form: StockForm,
    plan: true,
    needs: ['lotId', 'bench', 'line'],
  },
  {
    key: 'samples',
    group: 'Measure',
    word: 'Count samples',
    form: CalibrateForm,
    plan: false,
    needs: ['lotId', 'bench'],
  },
  { key: 'clean', group: 'Work on', word: 'Clean', form: CleaningForm, plan: false, needs: ['lot'] },
  { key: 'dry', group: 'Work on', word: 'Dry', form: DryingForm, plan: false, needs: ['lotId', 'bench'] },
  { key: 'test', group: 'Measure', word: 'Cut and test', form: QualityForm, plan: false, needs: ['lotId'] },
  { key: 'move', group: 'Keep', word: 'Move', form: MoveForm, plan: false, needs: ['lot', 'bench'] },
  { key: 'trouble', group: 'Keep', word: 'Quarantine', form: TroubleForm, plan: false, needs: ['lot'] },
  { key: 'split', group: 'Work on', word: 'Split, float, merge', form: SplitForm, plan: true, needs: ['lot'] },
  { key: 'change', group: 'Keep', word: 'Change', form: ChangeLotForm, plan: true, needs: ['lot'] },
  { key: 'end', group: 'Keep', word: 'End', form: EndForm, plan: true, needs: ['lot'] },
]
const open = ref('')
const line = ref<StockLine | null>(null)
watch(id, () => (open.value = ''))
const offered = computed(() =>
  WORK.filter((w) => (w.plan ? user.value?.may_plan : user.value?.may_count)).map((w) =>
    w.key === 'change' && lot.value && !lot.value.taxon ? { ...w, word: 'Name the plant' } : w,
  ),
)
const groups = computed(() =>
  (['Measure', 'Work on', 'Keep'] as const)
    .map((word) => ({ word, work: offered.value.filter((w) => w.group === word) }))
    .filter((g) => g.work.length),
)
const said = computed(() => (lot.value && page.value ? lotSentence(lot.value, page.value) : ''))
const records = ref('')
const RECORDS = computed(() => [
  { key: 'log', words: `Log (${page.value?.bench.log.length ?? 0})` },
  { key: 'ledger', words: `Ledger (${ledger.value?.length ?? 0})` },
  { key: 'photos', words: `Photos (${page.value?.bench.photos.length ?? 0})` },
  { key: 'labels', words: `Labels printed (${prints.value?.results.length ?? 0})` },
  { key: 'history', words: 'History' },
])
const working = computed(() => WORK.find((w) => w.key === open.value))
const given = computed(() => {
  const all = { lot: lot.value, lotId: id.value, bench: page.value?.bench, line: line.value }
  return Object.fromEntries((working.value?.needs ?? []).map((need) => [need, all[need]]))
})
function start(key: string) {
  line.value = null
  open.value = open.value === key ? '' : key
}
/** What was recorded is shown where it is kept. */
const KEPT_IN: Record<string, string> = { amount: 'ledger', samples: 'log', clean: 'log', dry: 'log', test: 'log' }
function done() {
  records.value = KEPT_IN[open.value] ?? records.value
  open.value = ''
}
function correct(wrong: StockLine) {
  line.value = wrong
  open.value = 'amount'
}
</script>

<template>
  <main class="page">
    <PageState :pending="isPending" :error="error" @retry="refetch" />
    <template v-if="lot && page">
      <CrumbTrail
        :steps="[
          { words: 'Lots', to: '/lots' },
          { words: lot.code ?? '', code: true },
        ]"
      />
      <PhotoStrip
        v-if="page.bench.photos.length"
        class="latest"
        :photos="page.bench.photos.slice(0, 1)"
        :of="`Seed of ${lot.code}`"
        :may-add="false"
      />
      <div class="head">
        <h1>
          {{ lot.common_name }}<span v-if="lot.form" class="form-name">, {{ lot.form }}</span>
        </h1>
        <p class="quiet">
          <i v-if="lot.plant">{{ lot.name }}</i><template v-else>species not known yet</template>
          <template v-if="lot.plant && lot.field_name">, first called “{{ lot.field_name }}”</template>
        </p>
      </div>
      <HazardBanner :hazards="page.bench.cares.map((c) => c.hazard)" :cares="page.bench.cares" :also="lot.hazard" />
      <p v-if="page.bench.trouble && lot.trouble" class="notice" :class="{ bad: page.bench.trouble.quarantine }">
        <strong>{{ page.bench.trouble.quarantine ? 'Quarantine' : 'Noted' }}: {{ troubleWords[lot.trouble] }}.</strong>
        <template v-if="lot.trouble_note">({{ lot.trouble_note }}) </template>{{ page.bench.trouble.what }}
        {{ page.bench.trouble.waste }}
      </p>
      <p v-if="page.bench.may_not_come_true" class="notice">
        A hybrid or crossed{{ lot.crossed_with ? ` with ${lot.crossed_with}` : '' }}: plants may differ from the parent.
      </p>
      <p v-if="lot.ended" class="notice bad">
        {{ endWords[lot.ended] }} on {{ day(lot.ended_on ?? today)
        }}<template v-if="lot.ended_why">: {{ lot.ended_why }}</template
        >.
        <button v-if="user?.may_plan" type="button" class="text-link" @click="takeUpAgain.mutate(lot.version)">
          Undo: keep the lot
        </button>
      </p>
      <p class="sentence">{{ said }}</p>
      <div v-if="user?.may_plan && lot.stock.seeds !== 0 && !lot.ended" class="actions no-print">
        <v-btn color="primary" :to="{ name: 'new-sowing', query: { lot: lot.id } }">Plan a sowing</v-btn>
        <v-btn variant="outlined" color="primary" :to="{ name: 'new-trial', query: { lot: lot.id, asks: 'best' } }"
          >New trial of this lot</v-btn
        >
        <v-btn variant="outlined" color="primary" :to="{ name: 'new-trial', query: { lot: lot.id, asks: 'alive' } }"
          >Test viability</v-btn
        >
        <v-btn variant="outlined" color="primary" :to="{ name: 'plan', query: { lot: lot.id } }"
          >Plan its treatment</v-btn
        >
        <v-btn variant="outlined" color="primary" :to="{ name: 'labels', query: { lot: lot.id } }">Print labels</v-btn>
      </div>
      <LifeFurrow v-if="ledger" class="life" :lot="lot" :page="page" :ledger="ledger" :today="today" />
      <LotPanels :lot="lot" :page="page" :today="today" />
      <div v-if="!lot.ended && groups.length" class="work no-print" role="group" aria-label="Work on this lot">
        <div v-for="g in groups" :key="g.word" class="group">
          <span class="quiet">{{ g.word }}</span>
          <button
            v-for="w in g.work"
            :key="w.key"
            type="button"
            :aria-expanded="open === w.key"
            :class="{ here: open === w.key }"
            @click="start(w.key)"
          >
            {{ w.word }}
          </button>
          <RouterLink
            v-if="g.word === 'Measure' && user?.may_plan"
            :to="{ name: 'photo-count', params: { id: lot.id } }"
            >Count in a photo</RouterLink
          >
        </div>
      </div>
      <section v-if="working" class="sheet-open" :aria-label="working.word">
        <HazardBanner :hazards="page.bench.cares.map((c) => c.hazard)" :cares="page.bench.cares" />
        <component :is="working.form" v-bind="given" :key="`${open}${line?.id ?? ''}`" @done="done" />
      </section>
      <div class="records no-print" role="group" aria-label="Records">
        <button
          v-for="r in RECORDS"
          :key="r.key"
          type="button"
          class="text-link"
          :aria-expanded="records === r.key"
          @click="records = records === r.key ? '' : r.key"
        >
          {{ r.words }}
        </button>
      </div>
      <LotLog v-if="records === 'log'" :lot-id="lot.id" :log="page.bench.log" :may-change="user?.may_count ?? false" />
      <LotLedger
        v-if="records === 'ledger'"
        :lot-id="lot.id"
        :lines="ledger ?? []"
        :may-change="user?.may_plan ?? false"
        @correct="correct"
      />
      <template v-if="records === 'photos'">
        <PhotoStrip
          :photos="page.bench.photos"
          :of="`Seed of ${lot.code}`"
          :may-add="user?.may_plan ?? false"
          @add="(photo) => attempt(() => addPhoto.mutateAsync(photo))"
          @take-back="(record) => attempt(() => takeBack.mutateAsync({ record: 'photo', id: record }))"
        />
        <p v-if="!page.bench.photos.length" class="quiet">No photo of this lot yet.</p>
        <p v-if="sentence" class="notice bad" role="alert">{{ sentence }}</p>
      </template>
      <ul v-if="records === 'labels'" class="plain">
        <li v-for="p in prints?.results" :key="p.id">
          {{ moment(p.at) }}, {{ p.by }}: {{ labelKindWords[p.kind]
          }}<template v-if="p.copies > 1"> × {{ p.copies }}</template>
        </li>
        <li v-if="!prints?.results.length" class="quiet">No label was printed for this lot yet.</li>
      </ul>
      <HistoryList v-if="records === 'history' && history" :entries="history" />
      <DecisionLines :decisions="page.decisions" />
      <section v-if="page.conclusions.length" aria-label="Conclusions">
        <h2 class="ruled">Conclusions</h2>
        <ConclusionList :conclusions="page.conclusions" where="lot" />
      </section>
      <DormancyPanel v-if="!lot.ended" :lot="id" :may-plan="user?.may_plan ?? false" />
      <div class="columns">
        <section>
          <h2 class="ruled">Next</h2>
          <ul class="plain">
            <li v-for="n in page.bench.next" :key="n.task">{{ n.sentence }}</li>
            <li v-if="!page.bench.next.length" class="quiet">
              {{ lot.ended ? 'This lot has ended.' : 'Nothing to do for this lot.' }}
            </li>
          </ul>
          <h2 class="ruled">Uses</h2>
          <ul class="plain">
            <li v-for="t in trials?.results" :key="t.id">
              <RouterLink :to="{ name: 'trial', params: { id: t.id } }"
                ><span class="code">{{ t.code }}</span> {{ t.question }}</RouterLink
              >
              <span class="quiet"> {{ stateWords[t.state] }}, {{ day(t.sow_on) }}</span>
            </li>
            <li v-for="b in page.batches" :key="b.id">
              <RouterLink :to="{ name: 'batch', params: { id: b.id } }"
                ><span class="code">{{ b.code }}</span> {{ b.recipe }}</RouterLink
              >
              <span class="quiet"> bag of {{ plural(b.seeds, 'seed') }}</span>
            </li>
            <li v-if="page.seedlings_potted">{{ plural(page.seedlings_potted, 'seedling') }} potted from its dishes</li>
            <li v-if="trials && !trials.results.length && !page.batches.length" class="quiet">
              No trial or bag has used seed of this lot yet.
            </li>
          </ul>
          <p class="ways">
            <RouterLink
              :to="
                lot.taxon
                  ? { name: 'plant', params: { id: lot.taxon } }
                  : { name: 'unnamed-plant', params: { id: lot.id } }
              "
              >Results for this plant</RouterLink
            >
            <a class="no-print" :href="addressOf(`/api/v1/lots/${lot.id}/card.pdf/`)" target="_blank" rel="noopener"
              >Seed card</a
            >
          </p>
          <template v-if="page.bench.descent.nodes.length">
            <h2 class="ruled">Descent</h2>
            <DescentGraph :graph="page.bench.descent" :here="lot.id" />
          </template>
        </section>
        <section>
          <h2 class="ruled">How it keeps</h2>
          <ForecastChart v-if="page.tests.length" :page="page" :today="today" />
          <p class="quiet">
            <template v-if="page.forecast.reason">No forecast: {{ reasonWords[page.forecast.reason] }}.</template>
            <template v-else-if="page.forecast.sentence">
              {{ page.forecast.sentence }}
              <template v-if="!page.forecast.place_known"
                >The climate of its place is not known; 20 °C and 50 % humidity are assumed.</template
              >
            </template>
            <template v-if="page.forecast.source === 'closing'">
              Tests count viable seed: germinated, abnormal, fresh and hard, of filled seed.
            </template>
            <template v-else-if="page.forecast.source === 'one_treatment'">
              Tests count germination after one and the same treatment, because no closing says what was viable.
            </template>
          </p>
        </section>
      </div>
      <ThingFoot kind="lot" :id="lot.id" :name="lot.code ?? ''" deletable no-history />
    </template>
  </main>
</template>

<style scoped>
/* the seed itself, at the head of its page */
.latest {
  float: right;
  margin: 0 0 8px 24px;
}

.life {
  clear: right;
}

.head {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 16px;
  align-items: baseline;
}

.head p {
  margin: 0;
}

.form-name {
  font-weight: 400;
}

.notice {
  margin-top: 6px;
}

.life {
  margin: 10px 0 14px;
}

.sentence {
  max-width: 75ch;
  margin: 8px 0;
}

.work {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 36px;
  margin: 16px 0 0;
  padding: 4px 0;
  border-top: 1px solid var(--line);
}

.group {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 16px;
  align-items: center;
}

.work button,
.work .group a {
  min-height: 48px;
  padding: 0;
  border-bottom: 3px solid transparent;
  color: var(--leaf);
  font-weight: 600;
  line-height: 45px;
  text-decoration: none;
}

.work button.here {
  border-color: var(--sprout-deep);
  color: var(--ink);
}

.records,
.ways {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 22px;
  margin: 0 0 10px;
}

.columns h2 {
  margin-top: 18px;
}

.columns h2:first-child {
  margin-top: 0;
}

.columns {
  grid-template-columns: repeat(2, minmax(0, 1fr));
}

@media (max-width: 700px) {
  .latest {
    float: none;
    margin: 0 0 8px;
  }
}

@media (max-width: 900px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
