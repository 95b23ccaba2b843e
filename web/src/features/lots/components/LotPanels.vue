<script setup lang="ts">
import { computed } from 'vue'
import { dateAsKnown, day } from '@/shared/format/dates'
import { percent, percentRange, times, withDoubt } from '@/shared/format/numbers'
import {
  containerWords,
  gradeWords,
  originWords,
  purposeWords,
  reasonWords,
  ripenessWords,
  uptakeWords,
} from '@/shared/labels'
import type { Lot, LotPage } from '../api'
import { listedFacts } from '../logic/lotForm'
import { amountLine } from '@/shared/format/amount'
import { degrees, mass } from '@/shared/format/units'

/** A lot on one screen: how much, where from, how good, where it lies. */
const props = defineProps<{ lot: Lot; page: LotPage; today: string }>()

const bench = computed(() => props.page.bench)
const amount = computed(() => amountLine(props.lot.stock))
const age = computed(() => {
  if (!props.lot.collected_on) return ''
  const years = (Date.parse(props.today) - Date.parse(props.lot.collected_on)) / 31_557_600_000
  return years < 1 ? `${Math.max(0, Math.round(years * 12))} months old` : `${years.toFixed(1)} years old`
})
const rateWords = { weighed: 'g', scooped: 'ml', heads: 'head' } as const
const rates = computed(() => bench.value.rates.filter((r) => r.kind !== 'weighed' || !bench.value.tsw))
const facts = computed(() => listedFacts(props.lot))
const from = computed(() => {
  const l = props.lot
  return [originWords[l.origin_kind], l.leave ? `permission: ${l.leave}` : ''].filter(Boolean).join('; ')
})
</script>

<template>
  <div class="panels">
    <div>
      <section aria-label="Amount">
        <h2 class="ruled">Amount</h2>
        <p class="big figures">{{ amount.main }}</p>
        <p class="quiet">{{ amount.doubt }}</p>
        <dl class="facts">
          <template v-if="bench.tsw"
            ><dt>1000 seeds</dt>
            <dd>
              {{ mass(bench.tsw.tsw_g)
              }}<template v-if="bench.tsw.cv !== null"
                >, varies {{ (100 * bench.tsw.cv).toFixed(1) }} %<template v-if="bench.tsw.weigh_more"
                  >: weigh more replicates</template
                ></template
              ><template v-else>, one replicate</template>
            </dd></template
          >
          <template v-for="r in rates" :key="r.kind"
            ><dt>A {{ rateWords[r.kind] }}</dt>
            <dd>
              {{ withDoubt(Math.round(r.per_unit), r.se) }} seeds<span v-if="r.doubt" class="quiet"
                >, {{ reasonWords[r.doubt] }}</span
              >
            </dd></template
          >
          <dt>Purity</dt>
          <dd>{{ bench.purity === null ? 'not measured' : `${percent(bench.purity)} %, one sample` }}</dd>
        </dl>
      </section>
    </div>
    <div>
      <section aria-label="Quality">
        <h2 class="ruled">Quality</h2>
        <dl class="facts">
          <dt>Full seed</dt>
          <dd>
            <template v-if="bench.fill"
              >{{ percentRange(bench.fill.lower, bench.fill.upper) }}
              <span class="quiet"
                >({{ bench.fill.full }} of {{ bench.fill.tested }} cut<template v-if="bench.fill.eaten"
                  >, {{ bench.fill.eaten }} eaten</template
                >)</span
              ></template
            ><template v-else>none cut yet</template>
          </dd>
          <dt>Cleaned</dt>
          <dd>{{ gradeWords[lot.grade ?? 'uncleaned'] }}</dd>
          <dt v-if="page.tests.at(-1)?.base === 'filled'">Alive</dt>
          <dt v-else>Germinates</dt>
          <dd>
            <template v-if="page.tests.length">
              {{ percentRange(page.tests[page.tests.length - 1]!.lower, page.tests[page.tests.length - 1]!.upper)
              }}{{ page.tests.at(-1)?.base === 'filled' ? ' of the full seed' : '' }}
              <span class="quiet"
                >({{ page.tests[page.tests.length - 1]!.treatment }},
                {{ day(page.tests[page.tests.length - 1]!.tested_on) }})</span
              >
            </template>
            <template v-else>no finished test</template>
          </dd>
          <template v-if="bench.water"
            ><dt>Water</dt>
            <dd>
              {{ uptakeWords[bench.water.verdict] }}
              <span class="quiet"
                >(gained {{ bench.water.intact_gain.toFixed(0) }} % intact, {{ bench.water.nicked_gain.toFixed(0) }} %
                nicked)</span
              >
            </dd></template
          >
          <template v-if="bench.floated"
            ><dt>Floaters</dt>
            <dd>
              <template v-if="bench.floated.full_seeds !== null"
                >pouring them off would throw away ≈ {{ bench.floated.full_seeds.toFixed(0) }} full seeds ({{
                  bench.floated.lower?.toFixed(0)
                }}–{{ bench.floated.upper?.toFixed(0) }})<template v-if="bench.floated.share !== null"
                  >, {{ percent(bench.floated.share) }} % of all full ones</template
                ></template
              ><template v-else
                >keep both: the loss from pouring off is {{ reasonWords[bench.floated.reason ?? 'not_cut'] }}</template
              >
            </dd></template
          >
          <template v-if="lot.plant?.note"
            ><dt>The plant</dt>
            <dd>
              {{ lot.plant.note }} <span class="quiet">({{ lot.plant.note_source }})</span>
            </dd></template
          >
        </dl>
      </section>
    </div>
    <div>
      <section aria-label="Origin">
        <h2 class="ruled">Origin and age</h2>
        <dl class="facts">
          <dt>From</dt>
          <dd>
            <RouterLink v-if="lot.stand" :to="{ name: 'stand', params: { id: lot.stand } }">{{
              lot.origin_place
            }}</RouterLink>
            <template v-else>{{ lot.origin_place || 'not given' }}</template>
            <span class="quiet"> ({{ from }})</span>
          </dd>
          <dt>Collected</dt>
          <dd>
            {{ dateAsKnown(lot.collected_on ?? null, lot.collected_precision ?? 'day')
            }}<template v-if="age">, {{ age }}</template
            ><template v-if="lot.collector">, by {{ lot.collector }}</template>
          </dd>
          <dt>Parents</dt>
          <dd>
            {{ lot.parents ?? 'not known' }}<template v-if="lot.ripeness">; {{ ripenessWords[lot.ripeness] }}</template
            ><template v-if="lot.purpose">; for {{ purposeWords[lot.purpose] }}</template>
          </dd>
          <template v-for="f in facts" :key="f.label"
            ><dt>{{ f.label }}</dt>
            <dd>{{ f.words }}</dd></template
          >
          <template v-if="lot.claimed_percent !== null || lot.claimed_days"
            ><dt>Printed</dt>
            <dd>
              <template v-if="lot.claimed_percent !== null">{{ lot.claimed_percent }} % </template
              ><template v-if="lot.claimed_days">in {{ lot.claimed_days }} days</template>
              <span class="quiet"> (the seller’s claim)</span>
            </dd></template
          >
          <template v-if="lot.use_by"
            ><dt>Use by</dt>
            <dd>{{ day(lot.use_by) }}</dd></template
          >
          <template v-if="lot.note"
            ><dt>Note</dt>
            <dd>{{ lot.note }}</dd></template
          >
        </dl>
      </section>
      <section aria-label="Storage">
        <h2 class="ruled">Storage</h2>
        <dl class="facts">
          <dt>Place</dt>
          <dd>
            {{ lot.place_name || 'no place'
            }}<template v-if="lot.container">, in {{ containerWords[lot.container] }}</template
            ><template v-if="lot.drying_agent">, with a drying agent</template>
          </dd>
          <dt>Dryness</dt>
          <dd>{{ bench.dry_sentence }}</dd>
          <dt>Climate</dt>
          <dd>
            <template v-if="bench.place && bench.place.climate_c !== null"
              >{{ degrees(bench.place.climate_c) }}, {{ bench.place.climate_percent }} %: °F + % is
              {{ bench.place.harrington?.toFixed(0) }},
              {{ bench.place.keeps_seed ? 'keeps seed' : 'too warm or damp to keep' }}</template
            ><template v-else
              >not known. <RouterLink to="/places">Enter the place’s temperature and humidity</RouterLink></template
            >
          </dd>
          <template v-if="bench.better_places.length"
            ><dt>Elsewhere</dt>
            <dd>
              <span v-for="(b, i) in bench.better_places" :key="b.name"
                >{{ i ? '; ' : '' }}{{ b.name }}: {{ times(b.times) }}</span
              >
            </dd></template
          >
        </dl>
      </section>
    </div>
  </div>
</template>

<style scoped>
.panels {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 16px 40px;
}

section + section {
  margin-top: 16px;
}

@media (max-width: 1100px) {
  .panels {
    grid-template-columns: repeat(2, minmax(0, 1fr));
  }
}

.big {
  margin: 2px 0 0;
  font: 600 2rem var(--heading);
}

.quiet {
  margin: 0 0 4px;
}

h2 {
  margin-bottom: 6px;
}

@media (max-width: 900px) {
  .panels {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
