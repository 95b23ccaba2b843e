<script setup lang="ts">
import { computed, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { useSession } from '@/features/people'
import ConclusionList from '@/shared/components/ConclusionList.vue'
import PageState from '@/shared/components/PageState.vue'
import { useProblem } from '@/shared/composables/useProblem'
import { useTitle } from '@/shared/composables/useTitle'
import { percent } from '@/shared/format/numbers'
import { ruleWords } from '@/shared/labels'
import { useVerdict, useVerdictChanges, type NextTest } from '../api'
import ConclusionForm from '../components/ConclusionForm.vue'
import { asQuery } from '../logic/nextTrial'

const route = useRoute()
const router = useRouter()
const id = Number(route.params.id)
const { user } = useSession()
const { data, isPending, error, refetch } = useVerdict(id)
const { planNext, takeBack } = useVerdictChanges(id)
const { attempt, sentence } = useProblem()
useTitle(() => (data.value ? `Verdict on ${data.value.code}` : 'Verdict'))

const writing = ref(false)
const parts = computed(() => {
  const v = data.value?.verdict
  return v
    ? [
        { head: 'For the lot', lines: v.lot },
        { head: 'What is not known', lines: v.not_known },
        { head: 'What is left in the dishes', lines: v.left },
      ].filter((p) => p.lines.length)
    : []
})

/** The treatment a sowing would rest on: what people chose, else what the verdict uses. */
const chosen = computed(
  () =>
    data.value?.conclusions.find((c) => c.treatment !== null)?.treatment ??
    data.value?.treatments.find((t) => t.name === data.value?.verdict.chosen)?.id ??
    null,
)

async function plan(test: NextTest) {
  const made = await attempt(() => planNext.mutateAsync(test))
  if (!made) return
  if (test === 'cut_rest') await router.push({ name: 'lot', params: { id: made.lot } })
  else await router.push({ name: 'new-trial', query: asQuery(made) })
}
</script>

<template>
  <main class="page">
    <PageState :pending="isPending" :error="error" @retry="refetch" />
    <template v-if="data">
      <p class="quiet crumb">
        <RouterLink class="code" :to="{ name: 'trial', params: { id } }">{{ data.code }}</RouterLink>
        {{ data.question }} <span v-if="data.interim" class="late">interim: counting goes on</span>
      </p>
      <h1 class="use">
        <template v-for="(s, i) in data.verdict.use" :key="i">{{ i ? ' ' : '' }}{{ s.text }}</template>
      </h1>
      <p class="quiet rule">{{ data.verdict.use.map((s) => ruleWords[s.rule]).join('; ') }}</p>
      <nav class="ways no-print" aria-label="The numbers">
        <RouterLink :to="{ name: 'compare', params: { id } }">The comparison it rests on</RouterLink>
        <RouterLink :to="{ name: 'report', params: { id } }">Report</RouterLink>
        <RouterLink :to="{ name: 'lot', params: { id: data.lot } }">Lot {{ data.lot_code }}</RouterLink>
        <RouterLink
          v-if="user?.may_plan && chosen"
          :to="{ name: 'new-sowing', query: { lot: data.lot, treatment: chosen } }"
          >Plan the sowing</RouterLink
        >
      </nav>
      <div class="columns">
        <div>
          <section v-for="p in parts" :key="p.head">
            <h2 class="ruled">{{ p.head }}</h2>
            <p v-for="(s, i) in p.lines" :key="i">
              {{ s.text }} <span class="quiet rule">{{ ruleWords[s.rule] }}</span>
            </p>
          </section>
          <p class="quiet rule">
            Sow as usual from {{ percent(data.band_usual) }} %, look for better seed below {{ percent(data.band_thin) }}
            %: your own setting, under
            <RouterLink :to="{ name: 'work-year' }">working days</RouterLink>. Rules of version
            {{ data.verdict.rules_version }}.
          </p>
        </div>
        <div>
          <section>
            <h2 class="ruled">What to test next</h2>
            <p v-if="!data.verdict.next.length" class="quiet">Nothing presses: the trial answers its question.</p>
            <p v-if="sentence" class="notice bad" role="alert">{{ sentence }}</p>
            <div v-for="n in data.verdict.next" :key="n.test" class="next">
              <p>
                {{ n.text }} <span class="quiet rule">{{ ruleWords[n.rule] }}</span>
              </p>
              <v-btn
                v-if="user?.may_plan"
                class="no-print"
                variant="outlined"
                color="primary"
                :loading="planNext.isPending.value"
                @click="plan(n.test)"
                >{{ n.test === 'cut_rest' ? 'To the lot' : 'Plan it' }}</v-btn
              >
            </div>
          </section>
          <section>
            <h2 class="ruled">What we conclude</h2>
            <p v-if="!data.conclusions.length && !writing" class="quiet">
              Nobody has written a conclusion yet. It goes along to the lot and the recipe.
            </p>
            <ConclusionList
              :conclusions="data.conclusions"
              where="trial"
              :may-take-back="user?.may_plan"
              @take-back="(c) => attempt(() => takeBack.mutateAsync(c))"
            />
            <ConclusionForm v-if="writing" :page="data" @done="writing = false" />
            <v-btn v-else-if="user?.may_plan" class="no-print" color="primary" @click="writing = true"
              >Write a conclusion</v-btn
            >
          </section>
        </div>
      </div>
    </template>
  </main>
</template>

<style scoped>
.use {
  max-width: 900px;
  margin-bottom: 4px;
  font-size: 1.5rem;
  font-weight: 500;
  text-wrap: pretty;
}

.rule {
  font-size: 0.86rem;
}

.ways {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 22px;
  margin: 6px 0 12px;
}

.columns {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 40px;
}

section {
  margin-bottom: 20px;
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
    gap: 8px;
  }
}
</style>
