<script setup lang="ts">
import { computed, ref } from 'vue'
import { useRoute } from 'vue-router'
import { ThingFoot } from '@/features/changes'
import { useSession } from '@/features/people'
import CrumbTrail from '@/shared/components/CrumbTrail.vue'
import ConclusionList from '@/shared/components/ConclusionList.vue'
import DecisionLines from '@/shared/components/DecisionLines.vue'
import HazardBanner from '@/shared/components/HazardBanner.vue'
import PageState from '@/shared/components/PageState.vue'
import QuotedText from '@/shared/components/QuotedText.vue'
import { useTitle } from '@/shared/composables/useTitle'
import { amountWords } from '@/shared/format/amount'
import { dateAsKnown, day } from '@/shared/format/dates'
import { plural } from '@/shared/format/numbers'
import { capital } from '@/shared/format/words'
import { endWords, lightNeedWords, seedSizeWords, stateWords } from '@/shared/labels'
import { cardPdf, usePlant } from '../api'
import AgeingLines from '../components/AgeingLines.vue'
import KnownIntervals from '../components/KnownIntervals.vue'
import NeverTested from '../components/NeverTested.vue'
import PlantDoses from '../components/PlantDoses.vue'
import PlantFacts from '../components/PlantFacts.vue'
import TrayLine from '../components/TrayLine.vue'

/** What is known of one plant over the years, on one page. */
const route = useRoute()
const of = computed(() => ({
  kind: route.name === 'unnamed-plant' ? ('lot' as const) : ('plant' as const),
  id: Number(route.params.id),
}))
const { user } = useSession()
const { data, isPending, error, refetch } = usePlant(of)
useTitle(() => data.value?.common_name ?? 'Plant')
const changing = ref(false)
const growing = computed(() => {
  const d = data.value
  if (!d) return ''
  const said = [
    d.seed_size ? `${seedSizeWords[d.seed_size as keyof typeof seedSizeWords]} seed` : '',
    d.light_need ? lightNeedWords[d.light_need as keyof typeof lightNeedWords] : '',
  ]
    .filter(Boolean)
    .join(', ')
  return capital(said)
})
</script>

<template>
  <main class="page">
    <PageState :pending="isPending" :error="error" @retry="refetch" />
    <template v-if="data">
      <CrumbTrail :steps="[{ words: 'Plants', to: '/plants' }]" />
      <div class="page-top">
        <h1>{{ data.common_name }}</h1>
        <nav v-if="user?.may_plan" class="ways no-print" aria-label="Next">
          <RouterLink v-if="data.lots.length" :to="{ name: 'new-sowing', query: { lot: data.lots[0]?.id } }"
            >Plan a sowing</RouterLink
          >
          <RouterLink
            v-if="data.lots.length"
            :to="{ name: 'new-trial', query: { lot: data.lots[0]?.id, asks: 'best' } }"
            >New trial</RouterLink
          >
          <button v-if="data.taxon !== null" type="button" class="text-link" @click="changing = !changing">
            Edit plant
          </button>
        </nav>
      </div>
      <p class="quiet">
        <i v-if="data.taxon !== null">{{ data.name }}</i><template v-else>species not known yet</template>
      </p>
      <HazardBanner :hazards="data.cares.map((c) => c.hazard)" :cares="data.cares" :also="data.caution" />
      <PlantFacts v-if="changing" :key="data.taxon_version ?? 0" :plant="data" @done="changing = false" />
      <p class="sentence"><QuotedText :text="data.best" /></p>
      <div class="columns">
        <div>
          <PlantDoses :of="of" />
          <h2 class="ruled">Treatments over all trials</h2>
          <p v-if="!data.recipes.length" class="quiet">
            No dish of this plant has been counted.
            <RouterLink
              v-if="data.lots.length"
              :to="{ name: 'new-trial', query: { lot: data.lots[0]?.id, asks: 'best' } }"
              >Plan the first trial</RouterLink
            >
          </p>
          <KnownIntervals :recipes="data.recipes" />
          <h2 class="ruled">How lots age</h2>
          <AgeingLines :lots="data.lots" />
          <p v-if="!data.lots.some((l) => l.tests.length)" class="quiet">No finished trial shows how lots age yet.</p>
          <template v-if="data.trays.length">
            <h2 class="ruled">Sowing results</h2>
            <p class="quiet">{{ data.plant_share }}</p>
            <ul class="plain">
              <TrayLine v-for="t in data.trays" :key="t.id" :tray="t" :may-count="user?.may_count ?? false" />
            </ul>
          </template>
          <DecisionLines :decisions="data.decisions" />
          <template v-if="data.conclusions.length">
            <h2 class="ruled">Conclusions</h2>
            <ConclusionList :conclusions="data.conclusions" where="lot" />
          </template>
        </div>
        <div>
          <NeverTested :plant="data" />
          <h2 class="ruled">The plant</h2>
          <p>
            {{ data.note || 'Nothing is noted.' }}
            <span v-if="data.note" class="quiet">({{ data.note_source }}; {{ data.note_confidence }})</span>
          </p>
          <p v-if="growing || data.growth">{{ [growing, data.growth].filter(Boolean).join('. ') }}</p>
          <h2 class="ruled">Lots</h2>
          <ul class="plain">
            <li v-for="l in data.lots" :key="l.id" class="lot">
              <span>
                <RouterLink class="code" :to="{ name: 'lot', params: { id: l.id } }">{{ l.code }}</RouterLink>
                {{ l.origin_place }}, {{ dateAsKnown(l.collected_on, l.collected_precision as 'day') }}
                <span v-if="l.keeps" class="quiet">{{ l.keeps }}</span>
              </span>
              <span class="quiet nowrap">
                {{ l.ended ? endWords[l.ended as keyof typeof endWords] : amountWords(l.stock) }}
                <a
                  class="no-print"
                  :href="cardPdf(l.id)"
                  target="_blank"
                  rel="noopener"
                  :aria-label="`Seed card of ${l.code}`"
                  >card</a
                >
              </span>
            </li>
          </ul>
          <h2 class="ruled">Trials</h2>
          <ul class="plain">
            <li v-for="t in data.trials" :key="t.id">
              <RouterLink :to="{ name: 'trial', params: { id: t.id } }"
                ><span class="code">{{ t.code }}</span> {{ t.question }}</RouterLink
              >
              <span class="quiet"> {{ stateWords[t.state] }}, {{ day(t.sown_on) }}</span>
            </li>
            <li v-if="!data.trials.length" class="quiet">None yet; {{ plural(data.lots.length, 'lot') }} to try.</li>
          </ul>
        </div>
      </div>
      <ThingFoot v-if="of.kind === 'plant'" kind="plant" :id="of.id" :name="data.common_name" deletable />
    </template>
  </main>
</template>

<style scoped>
.ways {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 22px;
  align-items: center;
}

.sentence {
  max-width: 900px;
  margin: 8px 0;
}

.columns {
  grid-template-columns: minmax(0, 1.5fr) minmax(0, 1fr);
}

h2 {
  margin-top: 16px;
}

.lot {
  display: flex;
  gap: 12px;
  justify-content: space-between;
}

@media (max-width: 900px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
