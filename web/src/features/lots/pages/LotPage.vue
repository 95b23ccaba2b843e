<script setup lang="ts">
import { computed } from 'vue'
import { useRoute } from 'vue-router'
import { useSession } from '@/features/people'
import { useTrials } from '@/features/trials'
import PageState from '@/shared/components/PageState.vue'
import { useTitle } from '@/shared/composables/useTitle'
import { dateAsKnown, day, moment } from '@/shared/format/dates'
import { seeds } from '@/shared/format/numbers'
import { knownWords, originWords, stateWords, stockWords } from '@/shared/labels'
import { useLot, useLotHistory, useLotLedger } from '../api'
import LotNaming from '../components/LotNaming.vue'
import StockForm from '../components/StockForm.vue'

const route = useRoute()
const id = computed(() => Number(route.params.id))
const { user } = useSession()
const { data: lot, isPending, error, refetch } = useLot(id)
const { data: ledger } = useLotLedger(id)
const { data: history } = useLotHistory(id)
const { data: trials } = useTrials(() => ({ lot: id.value }))
useTitle(() => lot.value?.code ?? 'Lot')
</script>

<template>
  <main class="page">
    <PageState :pending="isPending" :error="error" @retry="refetch" />
    <template v-if="lot">
      <p class="quiet crumb">
        <RouterLink to="/lots">Lots</RouterLink> › <span class="code">{{ lot.code }}</span>
      </p>
      <h1>{{ lot.common_name }}</h1>
      <p class="quiet">
        <i v-if="lot.plant">{{ lot.name }}</i><template v-else>species not known yet</template>
        <template v-if="lot.plant && lot.field_name">, first called “{{ lot.field_name }}”</template>
      </p>
      <p v-if="lot.hazard || lot.plant?.caution" class="notice bad">{{ lot.hazard || lot.plant?.caution }}</p>
      <div class="columns">
        <section>
          <p class="big figures">{{ seeds(lot.stock.seeds, lot.stock.estimated) }}</p>
          <p class="quiet">
            {{
              lot.stock.seeds === null
                ? 'Nobody has counted or weighed this lot.'
                : lot.stock.estimated
                  ? 'seeds left, an estimate'
                  : 'seeds left, counted'
            }}
            <template v-if="lot.stock.cv"> (give or take {{ Math.round(lot.stock.cv * 100) }} %)</template>
          </p>
          <dl>
            <dt>From</dt>
            <dd>{{ lot.origin_place || 'not said' }} ({{ originWords[lot.origin_kind] }})</dd>
            <dt>Collected</dt>
            <dd>
              {{ dateAsKnown(lot.collected_on ?? null, lot.collected_precision ?? 'day')
              }}<template v-if="lot.collector"> by {{ lot.collector }}</template>
            </dd>
            <dt>Parents</dt>
            <dd>{{ lot.parents ?? 'not known' }}</dd>
            <dt>Kept at</dt>
            <dd>{{ lot.place_name || 'no place' }}</dd>
            <template v-if="lot.note"
              ><dt>Note</dt>
              <dd>{{ lot.note }}</dd></template
            >
            <template v-if="lot.plant?.note"
              ><dt>The plant</dt>
              <dd>
                {{ lot.plant.note }} <span class="quiet">({{ lot.plant.note_source }})</span>
              </dd></template
            >
          </dl>
          <LotNaming v-if="user?.may_plan" :lot="lot" />
        </section>
        <section>
          <h2 class="ruled">Trials</h2>
          <p v-if="trials && !trials.results.length" class="quiet">No trial has drawn from this lot yet.</p>
          <ul v-else class="plain">
            <li v-for="t in trials?.results" :key="t.id">
              <RouterLink :to="{ name: 'trial', params: { id: t.id } }"
                ><span class="code">{{ t.code }}</span> {{ t.question }}</RouterLink
              >
              <span class="quiet after">{{ stateWords[t.state] }}, {{ day(t.sow_on) }}</span>
            </li>
          </ul>
          <p v-if="user?.may_plan && lot.stock.seeds !== 0">
            <RouterLink :to="{ name: 'new-trial', query: { lot: lot.id } }">Lay out a trial of this lot</RouterLink>
          </p>
          <h2 class="ruled">Ledger</h2>
          <table v-if="ledger?.length" class="ledger">
            <thead>
              <tr>
                <th scope="col">when</th>
                <th scope="col">what</th>
                <th scope="col" class="num">seeds</th>
                <th scope="col" class="num">left</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="(line, i) in ledger" :key="i">
                <td>{{ day(line.at) }}, {{ line.by }}</td>
                <td>
                  {{ stockWords[line.kind] }}<template v-if="line.reason">: {{ line.reason }}</template>
                  <span class="quiet after">({{ knownWords[line.known] }})</span>
                </td>
                <td class="num">{{ line.known === 'counted' ? '' : '≈ ' }}{{ line.amount_seeds }}</td>
                <td class="num">{{ line.balance_seeds }}</td>
              </tr>
            </tbody>
          </table>
          <p v-else class="quiet">The ledger is empty.</p>
          <StockForm v-if="user?.may_plan" :lot-id="lot.id" />
          <details v-if="history && history.length > 1">
            <summary>History of changes</summary>
            <ul class="plain">
              <li v-for="h in history" :key="h.version">
                {{ moment(h.at) }}, {{ h.by }}:
                <template v-if="!h.changes.length">entered</template>
                <span v-for="c in h.changes" :key="c.field"
                  >{{ c.field.replaceAll('_', ' ') }} “{{ c.before ?? '–' }}” → “{{ c.after ?? '–' }}”
                </span>
              </li>
            </ul>
          </details>
        </section>
      </div>
    </template>
  </main>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1.4fr);
  gap: 48px;
  margin-top: 12px;
}

.big {
  margin: 0;
  font: 600 2.4rem var(--heading);
}

dl {
  display: grid;
  grid-template-columns: 96px 1fr;
  gap: 6px 12px;
}

dt {
  color: var(--ink-2);
}

dd {
  margin: 0;
}

.after {
  margin-left: 6px;
}

.plain {
  padding: 0;
  list-style: none;
}

.plain li {
  padding: 6px 0;
}

h2 {
  margin-top: 20px;
}

h2:first-child {
  margin-top: 0;
}

summary {
  min-height: 44px;
  line-height: 44px;
  cursor: pointer;
}

@media (max-width: 900px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
    gap: 16px;
  }
}
</style>
