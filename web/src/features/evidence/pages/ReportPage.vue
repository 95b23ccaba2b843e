<script setup lang="ts">
import { computed } from 'vue'
import { useRoute } from 'vue-router'
import ConclusionList from '@/shared/components/ConclusionList.vue'
import QuotedText from '@/shared/components/QuotedText.vue'
import { aimWords } from '@/shared/labels'
import DecisionRows from '../components/DecisionRows.vue'
import PageState from '@/shared/components/PageState.vue'
import { useTitle } from '@/shared/composables/useTitle'
import { moment } from '@/shared/format/dates'
import { useReport } from '../api'
import CourseCurves from '../components/CourseCurves.vue'
import IntervalRows from '../components/IntervalRows.vue'
import MakePdf from '../components/MakePdf.vue'
import SummaryTable from '../components/SummaryTable.vue'
import ThreeQuestions from '../components/ThreeQuestions.vue'
import TrialDoses from '../components/TrialDoses.vue'
import { shareRows } from '../logic/intervalRows'
import { ordered } from '../logic/ordered'

/** One trial as it would be handed on: nothing of the application around it. */
const route = useRoute()
const id = computed(() => Number(route.params.id))
const { data, isPending, error, refetch } = useReport(id)
useTitle(() => (data.value ? `Report on ${data.value.code}` : 'Report'))
const treatments = computed(() => ordered(data.value?.comparison?.treatments ?? [], 'laid_out'))
const shareTicks = [0, 0.25, 0.5, 0.75, 1].map((at) => ({ at, words: `${at * 100} %` }))
const judged = computed(() =>
  (data.value?.decisions ?? []).map((d) => ({
    ...d,
    parts: [
      { head: 'What supports the decision', lines: [...d.supports, ...d.lot] },
      { head: 'What this trial cannot say', lines: d.cannot_say },
      { head: 'Left in the dishes', lines: d.left },
      { head: 'Worth testing next', lines: d.next },
    ].filter((p) => p.lines.length),
  })),
)
const print = () => window.print()
</script>

<template>
  <main class="page report">
    <PageState :pending="isPending" :error="error" @retry="refetch" />
    <article v-if="data">
      <p class="actions no-print">
        <RouterLink :to="{ name: 'trial', params: { id } }">Back to the trial</RouterLink>
        <MakePdf :trial="id" />
        <v-btn variant="text" color="primary" @click="print">Print this page</v-btn>
      </p>
      <h1>
        <span class="code">{{ data.code }}</span> {{ data.question }}
      </h1>
      <p class="quiet">
        {{ data.lot_name }} <i v-if="data.scientific_name">{{ data.scientific_name }}</i>, lot
        <span class="code">{{ data.lot_code }}</span>; made {{ moment(data.made_at) }}
      </p>
      <p class="lead"><QuotedText :text="data.comparison?.head ?? data.why_not" /></p>
      <template v-for="d in judged" :key="d.of_lot?.id ?? 0">
        <section>
          <h2 class="ruled">
            Decision<template v-if="d.of_lot"> for lot {{ d.of_lot.code }}</template>
          </h2>
          <p class="lead"><QuotedText :text="d.headline" /></p>
          <p class="quiet">
            Aim: {{ aimWords[d.aim] }}. A week costs {{ d.week_cost }}, a hazardous treatment {{ d.hazard_cost }} seeds
            of 100. Rules version {{ d.rules_version }}.
          </p>
          <DecisionRows v-if="d.options.length" :decision="d" />
        </section>
        <section v-for="p in d.parts" :key="p.head">
          <h2 class="ruled">{{ p.head }}</h2>
          <p v-for="(s, i) in p.lines" :key="i"><QuotedText :text="s.text" /></p>
        </section>
      </template>
      <section v-if="data.conclusions.length">
        <h2 class="ruled">Conclusions</h2>
        <ConclusionList :conclusions="data.conclusions" where="trial" />
      </section>
      <template v-if="data.comparison">
        <section>
          <h2 class="ruled">Results</h2>
          <p v-for="w in data.comparison.warnings" :key="w" class="notice">{{ w }}</p>
          <CourseCurves :treatments="treatments" :clock="data.comparison.clock" />
          <p class="quiet">
            Share germinated at each look. {{ data.comparison.curve_sentence }} The band is pointwise.
          </p>
          <IntervalRows :rows="shareRows(treatments)" :to="1" :ticks="shareTicks" />
          <p class="quiet">
            Rings are dishes, bars 95 % intervals. There is not enough evidence that treatments with a common letter
            differ.
          </p>
          <SummaryTable :treatments="treatments.map((x) => x.t)" :basis="data.comparison.basis" />
        </section>
        <ThreeQuestions :data="data.comparison" />
        <TrialDoses
          v-if="data.comparison.ladders.length"
          :id="id"
          :ladders="data.comparison.ladders"
          file="doses"
          report
        />
        <section v-if="data.comparison.factors">
          <h2 class="ruled">Two factors crossed</h2>
          <p v-for="s in data.comparison.factors.sentences" :key="s">{{ s }}</p>
        </section>
        <section v-if="data.comparison.effects.length">
          <h2 class="ruled">Dishes that stand out, or were set aside</h2>
          <p v-for="e in data.comparison.effects" :key="e.sentence">{{ e.sentence }}</p>
        </section>
      </template>
      <section>
        <h2 class="ruled">Methods</h2>
        <dl>
          <template v-for="m in data.methods" :key="m.term"
            ><dt>{{ m.term }}</dt>
            <dd>{{ m.text }}</dd></template
          >
        </dl>
      </section>
      <section>
        <h2 class="ruled">Positions of the dishes</h2>
        <div v-for="p in data.map" :key="p.place">
          <h3>{{ p.place }}</h3>
          <ol class="map">
            <li v-for="d in p.dishes" :key="d.code">
              <span class="quiet">{{ d.position }}</span> <span class="code">{{ d.code }}</span>
              <small>{{ d.treatment }}{{ d.set_aside ? ', set aside' : '' }}</small>
            </li>
          </ol>
        </div>
      </section>
      <section v-if="data.photos.length">
        <h2 class="ruled">As of</h2>
        <img
          v-for="p in data.photos"
          :key="p"
          :src="`/api/v1/photos/${p}/`"
          alt="A photo of the trial"
          loading="lazy"
        />
      </section>
      <section>
        <h2 class="ruled">Deviations</h2>
        <p v-if="!data.timeline.lines.length && !data.timeline.care.length">None. Looks and care were on time.</p>
        <p v-for="(l, i) in data.timeline.lines" :key="i">
          {{ moment(l.at) }}{{ l.by ? `, ${l.by}` : '' }}{{ l.dish ? `, dish ${l.dish}` : '' }}: {{ l.words || l.kind }}
        </p>
        <p v-for="c in data.timeline.care" :key="c">{{ c }}</p>
      </section>
      <section>
        <h2 class="ruled">Versions</h2>
        <dl>
          <template v-for="m in data.versions" :key="m.term"
            ><dt>{{ m.term }}</dt>
            <dd>{{ m.text }}</dd></template
          >
        </dl>
      </section>
    </article>
  </main>
</template>

<style scoped>
.report {
  max-width: 900px;
}

.actions {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 20px;
  align-items: center;
}

h1 {
  font-size: 1.7rem;
}

.lead {
  margin: 10px 0;
  font: 500 1.2rem var(--heading);
}

section {
  margin: 18px 0;
}

section p {
  margin: 4px 0;
}

h3 {
  margin: 8px 0 4px;
  font-size: 0.95rem;
}

dl {
  display: grid;
  grid-template-columns: 190px minmax(0, 1fr);
  gap: 6px 16px;
}

dt {
  font-weight: 600;
}

dd {
  margin: 0;
}

.map {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(96px, 1fr));
  gap: 1px;
  margin: 0;
  padding: 0;
  list-style: none;
}

.map li {
  padding: 4px;
  border: 1px solid var(--line);
  text-align: center;
}

.map small {
  display: block;
}

img {
  max-width: 100%;
  margin: 0 10px 10px 0;
}

@media (max-width: 600px) {
  dl {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
