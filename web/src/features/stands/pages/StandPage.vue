<script setup lang="ts">
import { computed, ref } from 'vue'
import { useRoute } from 'vue-router'
import { ThingFoot } from '@/features/changes'
import { useSession } from '@/features/people'
import { PlantField } from '@/features/taxa'
import CrumbTrail from '@/shared/components/CrumbTrail.vue'
import FormFoot from '@/shared/components/FormFoot.vue'
import HistoryList from '@/shared/components/HistoryList.vue'
import PageState from '@/shared/components/PageState.vue'
import { useProblem } from '@/shared/composables/useProblem'
import { useTitle } from '@/shared/composables/useTitle'
import { amountWords } from '@/shared/format/amount'
import { dateAsKnown, day, isoDay } from '@/shared/format/dates'
import { plural, withDoubt } from '@/shared/format/numbers'
import { purposeWords, reasonWords } from '@/shared/labels'
import { useNameStand, useStand, useStandHistory, useStandLots, useStandTimeline } from '../api'
import StandFacts from '../components/StandFacts.vue'
import SeasonPanel from '../components/SeasonPanel.vue'
import VisitList from '../components/VisitList.vue'
import VisitPanel from '../components/VisitPanel.vue'
import { useVisitOutbox } from '../composables/useVisitOutbox'
import { nextVisit } from '../logic/next'

const route = useRoute()
const id = computed(() => Number(route.params.id))
const { user } = useSession()
const { data: stand, isPending, error, refetch } = useStand(id)
const { data: timeline } = useStandTimeline(id)
const { data: lots } = useStandLots(id)
const { data: history } = useStandHistory(id)
const { waiting, refused, decide } = useVisitOutbox()
const refusedHere = computed(() => refused.value.filter((r) => r.item.stand === id.value))
useTitle(() => stand.value?.common_name ?? 'Stand')

const here = computed(() => waiting.value.filter((v) => v.stand === id.value).length)
const recorded = ref(false)
const next = computed(() => (timeline.value ? nextVisit(timeline.value.row) : ''))

const naming = ref(false)
const taxon = ref<number | null>(null)
const name = useNameStand(id)
const { attempt, at, foot } = useProblem()
async function saveName() {
  const s = stand.value
  if (!s || taxon.value === null) return
  const chosen = taxon.value
  await attempt(async () => {
    await name.mutateAsync({ version: s.version, taxon: chosen })
    naming.value = false
  })
}
</script>

<template>
  <main class="page">
    <PageState :pending="isPending" :error="error" @retry="refetch" />
    <template v-if="stand">
      <CrumbTrail :steps="[{ words: 'Stands', to: '/stands' }, { words: stand.place_name }]" />
      <div class="head">
        <div>
          <h1>{{ stand.common_name }}</h1>
          <p class="quiet">
            <template v-if="!stand.taxon">species not known yet</template>
            <i v-else>{{ stand.name }}</i>
            <template v-if="stand.taxon && stand.field_name">, first called “{{ stand.field_name }}”</template>
          </p>
        </div>
        <div v-if="user?.may_plan" class="actions">
          <v-btn color="primary" :to="`/stands/${id}/harvest`">Harvest</v-btn>
          <v-btn variant="outlined" color="primary" :to="`/stands/${id}/change`">Change</v-btn>
          <v-btn v-if="!stand.taxon" variant="text" @click="naming = true">Name the plant</v-btn>
        </div>
      </div>
      <form v-if="naming" class="form" @submit.prevent="saveName">
        <PlantField v-model="taxon" label="Plant" :messages="at('/taxon')" />
        <p class="quiet">All lots from this stand take the name; the field name stays with them.</p>
        <FormFoot action="Name it" :busy="name.isPending.value" :sentence="foot('/taxon')" @leave="naming = false" />
      </form>
      <p class="sentence" role="status">
        {{ next }}
        <template v-if="recorded && !here">The visit is saved.</template>
        <template v-if="here">{{ plural(here, 'visit') }} waiting to send, safe on this device.</template>
      </p>
      <p v-for="r in refusedHere" :key="r.order" class="notice bad" role="alert">
        {{ r.refusal?.detail }} The visit was not recorded: please record it once more.
        <button type="button" class="text-link" @click="decide(r, null)">Drop this one</button>
      </p>
      <div class="parts">
        <section class="season">
          <h2 class="ruled">Ripe and gone</h2>
          <SeasonPanel :id="id" :today="isoDay(new Date())" />
        </section>
        <VisitPanel v-if="user?.may_count" class="visit" :stand="id" @recorded="recorded = true" />
        <section class="visits">
          <h2 class="ruled">Visits</h2>
          <VisitList :visits="timeline?.visits ?? []" :may-change="user?.may_count ?? false" />
        </section>
        <section class="known">
          <p v-if="timeline?.row.estimate" class="estimate">
            {{ withDoubt(timeline.row.estimate.seeds, timeline.row.estimate.se_seeds) }} seeds on the stand
            <span v-if="timeline.row.estimate.doubt" class="quiet"
              >({{ reasonWords[timeline.row.estimate.doubt] }})</span
            >
          </p>
          <StandFacts :stand="stand" :today="isoDay(new Date())" />
          <h2 class="ruled">Harvests and lots</h2>
          <p v-if="!lots?.results.length" class="quiet">Nothing collected here yet.</p>
          <ul class="plain">
            <li v-for="h in timeline?.harvests" :key="h.id">
              {{ dateAsKnown(h.collected_on, h.collected_precision) }}, for {{ purposeWords[h.purpose]
              }}<template v-if="h.taken_seeds">: ≈ {{ h.taken_seeds }} seeds (guessed)</template
              ><template v-if="h.parents">, from {{ plural(h.parents, 'parent') }}</template>
              <span class="quiet leave">permission: {{ h.leave }}</span>
            </li>
            <li v-for="l in lots?.results" :key="l.id">
              <RouterLink :to="{ name: 'lot', params: { id: l.id } }"
                ><span class="code">{{ l.code }}</span></RouterLink
              >
              {{ l.form }} {{ amountWords(l.stock) }}
              <span class="quiet" v-if="l.collected_on">collected {{ day(l.collected_on) }}</span>
            </li>
          </ul>
          <HistoryList v-if="history" :entries="history" />
        </section>
      </div>
      <ThingFoot kind="stand" :id="stand.id" :name="stand.common_name" deletable no-history />
    </template>
  </main>
</template>

<style scoped>
.leave {
  display: block;
}

.head {
  display: flex;
  flex-wrap: wrap;
  gap: 12px 24px;
  align-items: flex-start;
  justify-content: space-between;
}

.head p {
  margin: 0;
}

.parts {
  display: grid;
  grid-template: 'season season' auto 'visit known' auto 'visits known' 1fr / minmax(0, 1.15fr) minmax(0, 1fr);
  gap: 8px 48px;
}

.season {
  grid-area: season;
}

.visit {
  grid-area: visit;
}

.visits {
  grid-area: visits;
}

.known {
  grid-area: known;
}

.estimate {
  margin: 0 0 10px;
  font: 600 1.4rem var(--heading);
}

h2 {
  margin-top: 20px;
}

/* in the field the visit comes first */
@media (max-width: 900px) {
  .parts {
    grid-template: 'visit' auto 'season' auto 'visits' auto 'known' auto / minmax(0, 1fr);
  }
}
</style>
