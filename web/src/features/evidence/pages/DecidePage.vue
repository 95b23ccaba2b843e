<script setup lang="ts">
import { computed, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { useSession } from '@/features/people'
import ChipChoice from '@/shared/components/ChipChoice.vue'
import ConclusionList from '@/shared/components/ConclusionList.vue'
import PageState from '@/shared/components/PageState.vue'
import QuotedText from '@/shared/components/QuotedText.vue'
import { useProblem } from '@/shared/composables/useProblem'
import { useTitle } from '@/shared/composables/useTitle'
import { percent } from '@/shared/format/numbers'
import { aimWords } from '@/shared/labels'
import { useDecision, useDecisionChanges, type Aim, type NextTest } from '../api'
import ConclusionForm from '../components/ConclusionForm.vue'
import DecisionRows from '../components/DecisionRows.vue'
import IfYouSow from '../components/IfYouSow.vue'
import NextWorth from '../components/NextWorth.vue'
import { asQuery } from '../logic/nextTrial'

/** What to use, how sure that is, and what every other treatment would save and cost. */
const route = useRoute()
const router = useRouter()
const id = Number(route.params.id)
const { user } = useSession()
const asked = computed(() =>
  typeof route.query.aim === 'string' && route.query.aim in aimWords ? (route.query.aim as Aim) : null,
)
const lot = computed(() => (route.query.lot ? Number(route.query.lot) : null))
const { data, isPending, error, refetch } = useDecision(id, asked, lot)
const { planNext, takeBack } = useDecisionChanges(id)
const { attempt, sentence } = useProblem()
useTitle(() => (data.value ? `Decide on ${data.value.code}` : 'Decide'))

const writing = ref(false)
const decision = computed(() => data.value?.decision)
const aim = computed<Aim[]>({
  get: () => (decision.value ? [decision.value.aim] : []),
  set: ([chosen]) => void router.replace({ query: { ...route.query, aim: chosen } }),
})
/** The nursery's own figures are offered where they are its aim. */
const aims = computed(() =>
  (Object.keys(aimWords) as Aim[])
    .filter((a) => a !== 'own' || data.value?.nursery_aim === 'own' || asked.value === 'own')
    .map((value) => ({ value, title: aimWords[value] })),
)
/** The treatment a sowing would rest on, with its lot: what people chose of those decided on here, else recommended. */
const chosen = computed(() => {
  const options = decision.value?.options ?? []
  const said = data.value?.conclusions.find((c) => options.some((o) => o.treatment === c.treatment))?.treatment
  return options.find((o) => o.treatment === (said ?? decision.value?.use)) ?? null
})
/** Where each lot has a decision of its own, the one that is shown. */
const lots = computed(() => data.value?.of_lots.map((x) => ({ value: String(x.lot.id), title: x.lot.code })) ?? [])
const shownLot = computed<string[]>({
  get: () => (decision.value?.of_lot ? [String(decision.value.of_lot.id)] : []),
  set: ([chosenLot]) => void router.replace({ query: { ...route.query, lot: chosenLot } }),
})

async function plan(test: NextTest) {
  const made = await attempt(() => planNext.mutateAsync({ test, lot: decision.value?.of_lot?.id ?? null }))
  if (!made) return
  if (test === 'cut_rest' && made.lot !== null) await router.push({ name: 'lot', params: { id: made.lot } })
  else await router.push({ name: 'new-trial', query: asQuery(made) })
}
</script>

<template>
  <main class="page">
    <PageState :pending="isPending" :error="error" @retry="refetch" />
    <template v-if="data && decision">
      <p class="quiet crumb">
        <RouterLink class="code" :to="{ name: 'trial', params: { id } }">{{ data.code }}</RouterLink>
        {{ data.question }} <span v-if="data.interim" class="late">interim: counting continues</span>
      </p>
      <div v-if="lots.length" class="aims no-print">
        <span class="quiet">Lot</span>
        <ChipChoice v-model="shownLot" label="Lot" :choices="lots" />
      </div>
      <h1 class="use"><QuotedText :text="decision.headline" /></h1>
      <div v-if="lots.length" class="others">
        <p v-for="x in data.of_lots.filter((o) => o.lot.id !== decision?.of_lot?.id)" :key="x.lot.id" class="quiet">
          <span class="code">{{ x.lot.code }}</span> {{ x.headline }}
        </p>
      </div>
      <div v-if="decision.options.length > 1" class="aims no-print">
        <span class="quiet">Aim</span>
        <ChipChoice v-model="aim" label="Aim" :choices="aims" />
        <span class="quiet costs">
          A week costs {{ decision.week_cost }} and a treatment that can hurt {{ decision.hazard_cost }} seeds of 100.
          <RouterLink :to="{ name: 'work-year' }">Set the nursery’s aim</RouterLink>
        </span>
      </div>
      <DecisionRows v-if="decision.options.length" :decision="decision" />
      <p v-for="(s, i) in decision.supports" :key="i" class="support"><QuotedText :text="s.text" /></p>
      <div class="columns">
        <div>
          <IfYouSow
            v-if="user?.may_plan && chosen"
            :key="chosen.treatment"
            :lot="chosen.lot.id"
            :treatment="chosen.treatment"
          />
          <section v-if="decision.lot.length">
            <h2 class="ruled">For the lot</h2>
            <p v-for="(s, i) in decision.lot" :key="i"><QuotedText :text="s.text" /></p>
            <p class="quiet small">
              Sow as usual from {{ percent(data.band_usual) }} %, look for better seed below
              {{ percent(data.band_thin) }} %.
              <RouterLink :to="{ name: 'work-year' }">Change these limits</RouterLink>
            </p>
          </section>
        </div>
        <div>
          <section v-if="decision.cannot_say.length">
            <h2 class="ruled">What this trial cannot say</h2>
            <p v-for="(s, i) in decision.cannot_say" :key="i"><QuotedText :text="s.text" /></p>
          </section>
          <section v-if="decision.left.length">
            <h2 class="ruled">Left in the dishes</h2>
            <p v-for="(s, i) in decision.left" :key="i"><QuotedText :text="s.text" /></p>
          </section>
        </div>
        <div>
          <section>
            <h2 class="ruled">Worth testing next</h2>
            <NextWorth :id="id" :lot="decision.of_lot?.id ?? null" />
            <p v-if="!decision.next.length" class="quiet">Nothing more to test: the trial answered its question.</p>
            <p v-if="sentence" class="notice bad" role="alert">{{ sentence }}</p>
            <div v-for="n in decision.next" :key="n.test" class="next">
              <p><QuotedText :text="n.text" /></p>
              <v-btn
                v-if="user?.may_plan"
                class="no-print"
                variant="outlined"
                color="primary"
                :loading="planNext.isPending.value"
                @click="plan(n.test)"
                >{{ n.test === 'cut_rest' ? 'Open the lot' : 'Plan it' }}</v-btn
              >
            </div>
          </section>
        </div>
      </div>
      <section>
        <h2 class="ruled">Conclusions</h2>
        <p v-if="!data.conclusions.length && !writing" class="quiet">
          No conclusion yet. It will also be shown with the lot and the recipe.
        </p>
        <ConclusionList
          :conclusions="data.conclusions"
          where="trial"
          :may-take-back="user?.may_plan"
          @take-back="(c) => attempt(() => takeBack.mutateAsync(c))"
        />
        <ConclusionForm v-if="writing" :page="data" @done="writing = false" />
        <v-btn v-else-if="user?.may_plan" class="no-print" color="primary" @click="writing = true"
          >Add conclusion</v-btn
        >
      </section>
      <nav class="ways no-print" aria-label="More about this trial">
        <RouterLink :to="{ name: 'compare', params: { id } }">Compare: the numbers behind it</RouterLink>
        <RouterLink :to="{ name: 'report', params: { id } }">Report</RouterLink>
        <RouterLink v-for="l in data.lots" :key="l.id" :to="{ name: 'lot', params: { id: l.id } }"
          >Lot {{ l.code }}</RouterLink
        >
        <span class="quiet">Rules version {{ decision.rules_version }}</span>
      </nav>
    </template>
  </main>
</template>

<style scoped>
.use {
  max-width: 900px;
  margin-bottom: 8px;
  font-size: 1.6rem;
  font-weight: 500;
  text-wrap: pretty;
}

.aims {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 14px;
  align-items: center;
  margin-bottom: 10px;
}

.aims :deep(button)::first-letter {
  text-transform: uppercase;
}

.others p {
  margin: 2px 0;
}

.costs,
.small {
  font-size: 0.86rem;
}

.support {
  max-width: 900px;
  margin: 6px 0;
}

.ways {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 22px;
  margin: 12px 0;
}

.columns {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 32px;
  margin-top: 14px;
}

section {
  margin-bottom: 18px;
}

section p {
  margin: 6px 0;
}

section > .v-btn {
  margin-top: 12px;
}

.next {
  display: flex;
  gap: 16px;
  align-items: center;
  justify-content: space-between;
  padding: 6px 0;
  border-bottom: 1px solid var(--line-soft);
}

@media (max-width: 900px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
    gap: 0;
  }

  .use {
    font-size: 1.3rem;
  }
}
</style>
