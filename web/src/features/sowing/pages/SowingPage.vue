<script setup lang="ts">
import { computed, ref } from 'vue'
import { useRoute } from 'vue-router'
import { ThingFoot } from '@/features/changes'
import { useSession } from '@/features/people'
import { PlaceField } from '@/features/places'
import CrumbTrail from '@/shared/components/CrumbTrail.vue'
import FormFoot from '@/shared/components/FormFoot.vue'
import HazardBanner from '@/shared/components/HazardBanner.vue'
import PageState from '@/shared/components/PageState.vue'
import { useProblem } from '@/shared/composables/useProblem'
import { useTitle } from '@/shared/composables/useTitle'
import { day, isoDay } from '@/shared/format/dates'
import { numberOrNull, percent, plural } from '@/shared/format/numbers'
import { wayWords } from '@/shared/labels'
import { sheetPdf, useSowing, useSowingPage, useSowingWork, type Stage } from '../api'
import TrayDrawing from '@/shared/drawing/TrayDrawing.vue'
import SowingDays from '../components/SowingDays.vue'
import SowingFurrow from '../components/SowingFurrow.vue'
import TrayLine from '../components/TrayLine.vue'

const route = useRoute()
const id = Number(route.params.id)
const { user } = useSession()
const { data: plan, isPending, error, refetch } = useSowing(id)
const { data: page } = useSowingPage(id)
const { treat, sow, takeBack, giveUp } = useSowingWork(id)
const { attempt, succeeds, at, sentence, question, foot } = useProblem()
useTitle(() => plan.value?.code ?? 'Sowing')
const today = isoDay(new Date())

const working = ref<'' | 'treat' | 'sow'>('')
const place = ref<number | null>(null)
const seeds = ref('')
const sownOn = computed(() => page.value?.days.find((d) => d.day.task === 'sow')?.done_on ?? null)
const counted = computed(() => page.value?.trays.some((t) => t.outcomes.length) ?? false)
const PROPOSED: Partial<Record<string, Stage>> = {
  coming_up: 'emerged',
  thin: 'thinned',
  prick_out: 'potted',
  harden_off: 'planted',
  plant_out: 'planted',
}
const proposed = computed(() => PROPOSED[page.value?.next_task ?? ''] ?? 'alive')

async function work(sure = false) {
  const done =
    working.value === 'treat'
      ? await attempt(() => treat.mutateAsync({ place: place.value, sure }))
      : await succeeds(() => sow.mutateAsync({ place: place.value, seeds: numberOrNull(seeds.value), sure }))
  if (done) working.value = ''
}
</script>

<template>
  <main class="page">
    <PageState :pending="isPending" :error="error" @retry="refetch" />
    <template v-if="plan && page">
      <CrumbTrail
        :steps="[
          { words: 'Sowing', to: '/sowing' },
          { words: plan.code, code: true },
        ]"
      />
      <div class="page-top">
        <h1>{{ page.lot_name }}: {{ plan.plants_wanted }} plants by {{ day(plan.wanted_on) }}</h1>
        <nav class="ways no-print" aria-label="Papers">
          <a :href="sheetPdf(id)" target="_blank" rel="noopener">Print the tray plan</a>
          <RouterLink v-if="sownOn" :to="{ name: 'labels', query: { sowing: id, code: plan.code } }"
            >Tray labels</RouterLink
          >
        </nav>
      </div>
      <HazardBanner :hazards="page.cares.map((c) => c.hazard)" :cares="page.cares" also="" />
      <p v-if="plan.given_up" class="notice bad">
        This plan was cancelled.
        <button
          v-if="user?.may_plan"
          type="button"
          class="text-link"
          @click="attempt(() => giveUp.mutateAsync({ version: plan!.version, given_up: false }))"
        >
          Restore the plan
        </button>
      </p>
      <div class="columns">
        <div>
          <dl class="facts">
            <dt>Lot</dt>
            <dd>
              <RouterLink class="code" :to="{ name: 'lot', params: { id: plan.lot } }">{{ page.lot_code }}</RouterLink>
            </dd>
            <dt>Seeds</dt>
            <dd>
              {{ plural(plan.seeds, 'seed') }}, {{ wayWords[plan.way ?? 'cells']
              }}<template v-if="plan.cells"
                >: {{ plan.seeds_per_cell }} in each of {{ plural(plan.cells, 'cell') }},
                {{ plural(page.trays_planned, 'tray') }}</template
              >
            </dd>
            <dt>Treatment</dt>
            <dd>
              {{ page.recipe_name || 'none: sown untreated' }}
              <RouterLink v-if="page.batch" class="code" :to="{ name: 'batch', params: { id: page.batch } }">{{
                page.batch_code
              }}</RouterLink>
            </dd>
            <dt>Rests on</dt>
            <dd>{{ page.rests_on }}; {{ percent(plan.plant_share) }} % of the germinated become plants</dd>
            <dt>Result</dt>
            <dd>
              <template v-if="page.emerged !== null">{{ page.emerged }} emerged</template
              ><template v-else>not counted yet</template
              ><template v-if="page.plants !== null">, {{ page.plants }} plants at the latest count</template>
            </dd>
            <template v-if="plan.note"
              ><dt>Note</dt>
              <dd>{{ plan.note }}</dd></template
            >
          </dl>
          <div v-if="!plan.given_up" class="actions no-print">
            <v-btn
              v-if="user?.may_plan && page.recipe_name && !page.batch && !sownOn"
              color="primary"
              @click="working = 'treat'"
              >Put the seed into a bag</v-btn
            >
            <v-btn
              v-if="user?.may_count && !sownOn"
              color="primary"
              :variant="page.recipe_name && !page.batch ? 'outlined' : 'flat'"
              @click="working = 'sow'"
              >Sown now</v-btn
            >
            <v-btn
              v-if="user?.may_count && sownOn && !counted"
              variant="text"
              @click="attempt(() => takeBack.mutateAsync(undefined))"
              >Take the sowing back</v-btn
            >
            <v-btn
              v-if="user?.may_plan && !page.batch && !page.trays.length"
              variant="text"
              :to="{ name: 'new-sowing', query: { change: id } }"
              >Change it</v-btn
            >
            <v-btn
              v-if="user?.may_plan && !sownOn"
              variant="text"
              @click="attempt(() => giveUp.mutateAsync({ version: plan!.version }))"
              >Cancel the plan</v-btn
            >
          </div>
          <p v-if="sentence && !working" class="notice bad" role="alert">{{ sentence }}</p>
          <form v-if="working" class="form no-print" @submit.prevent="work()">
            <p class="quiet">
              {{
                working === 'treat'
                  ? `${plan.seeds} seeds are drawn from the lot now, and its bag is planned back from ${day(plan.sow_on)}.`
                  : page.batch
                    ? 'The seed comes out of its bag: sow sand and all.'
                    : `${plan.seeds} seeds are drawn from the lot now.`
              }}
            </p>
            <div class="form-row">
              <PlaceField v-model="place" :label="working === 'treat' ? 'Place of the bag' : 'Place of the trays'" />
              <v-text-field
                v-if="working === 'sow'"
                v-model="seeds"
                label="Seeds actually sown"
                :placeholder="String(plan.seeds)"
                persistent-placeholder
                inputmode="numeric"
                :error-messages="at('/seeds')"
              />
            </div>
            <FormFoot
              :action="working === 'treat' ? 'Put into the bag' : 'Record the sowing'"
              :busy="treat.isPending.value || sow.isPending.value"
              :sentence="foot('/seeds')"
              :question="question"
              @sure="work(true)"
              @leave="working = ''"
            />
          </form>
          <h2 class="ruled">Trays</h2>
          <template v-if="!page.trays.length">
            <div v-if="page.expected" class="expected">
              <TrayDrawing
                :cells="page.expected.cells"
                :per-tray="plan.cells_per_tray ?? 72"
                :filled="page.expected.filled"
                :several="page.expected.several"
                :width="260"
                :label="`As expected: ${page.expected.filled.toFixed(0)} of ${page.expected.cells} cells hold a plant, ${page.expected.several.toFixed(0)} of them several`"
              />
              <span v-if="page.trays_planned > 1" class="times">× {{ page.trays_planned }}</span>
              <p>
                As expected: ≈ {{ page.expected.filled.toFixed(0) }} of {{ plural(page.expected.cells, 'cell') }} hold a
                plant<template v-if="plan.seeds_per_cell !== 1"
                  >, ≈ {{ page.expected.several.toFixed(0) }} of them several</template
                >.
              </p>
            </div>
            <p class="quiet">
              {{ plural(page.trays_planned, 'tray') }} will be made, each with a code, when it is sown.
            </p>
          </template>
          <ul class="plain">
            <TrayLine
              v-for="t in page.trays"
              :key="t.id"
              :tray="t"
              :may-count="user?.may_count ?? false"
              :proposed="proposed"
            />
          </ul>
        </div>
        <div>
          <h2 class="ruled">Days</h2>
          <SowingFurrow :days="page.days.map((d) => d.day)" :today="today" :sown-on="sownOn" />
          <SowingDays :days="page.days" :today="today" />
        </div>
      </div>
      <ThingFoot kind="sowing" :id="id" :name="plan.code" />
    </template>
  </main>
</template>

<style scoped>
.ways {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 22px;
}

.actions {
  margin: 12px 0;
}

.expected {
  display: grid;
  grid-template-columns: minmax(0, 260px) auto minmax(0, 1fr);
  gap: 14px;
  align-items: end;
  margin: 10px 0;
}

.expected p {
  margin: 0;
}

.times {
  font: 600 1.2rem var(--heading);
}

h2 {
  margin-top: 14px;
}

.columns {
  grid-template-columns: repeat(2, minmax(0, 1fr));
}

@media (max-width: 700px) {
  .expected {
    grid-template-columns: minmax(0, 220px) auto;
  }

  .expected p {
    grid-column: 1 / -1;
  }
}

@media (max-width: 900px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
