<script setup lang="ts">
import { computed, ref } from 'vue'
import { percent, percentRange, plural, seeds } from '@/shared/format/numbers'
import type { Worth, WeighedDesign } from '../api'
import WorthCurve from './WorthCurve.vue'

/** What a test is worth: whether to test at all, worth against seeds spent, and what was assumed. */
const props = defineProps<{ worth: Worth; loading?: boolean; choosable?: boolean }>()
const emit = defineEmits<{ size: [dishes: number, seeds: number] }>()
/** Plants wanted; null for as many as possible. */
const wanted = defineModel<number | null>('wanted', { required: true })
/** How many seeds a starting point weighs. */
const belief = defineModel<number>('belief', { required: true })
const all = ref(false)

const most = computed(() => Math.max(10, Math.round((props.worth.seeds ?? 0) * props.worth.plant_share)))
const shownWanted = computed(() => wanted.value ?? most.value)
function want(event: Event) {
  const plants = Number((event.target as HTMLInputElement).value)
  wanted.value = plants >= most.value ? null : Math.max(1, plants)
}
const layout = (d: WeighedDesign) => `${plural(d.treatments.length, 'treatment')}, ${d.dishes} × ${d.seeds_per_dish}`
const plants = (n: number) => `${n < 0 ? '−' : '+'}${Math.abs(Math.round(n))}`
</script>

<template>
  <div class="worth" :aria-busy="loading" aria-live="polite">
    <p class="sentence">{{ worth.sentence }}</p>
    <template v-if="worth.designs.length">
      <WorthCurve :designs="worth.designs" />
      <p v-if="worth.own_sentence">{{ worth.own_sentence }}</p>
      <label class="slide"
        >Plants wanted <strong>{{ wanted === null ? 'as many as possible' : wanted }}</strong>
        <input type="range" min="1" :max="most" :value="shownWanted" aria-label="Plants wanted" @change="want" />
      </label>
      <label class="slide"
        >Trust in starting points <strong>{{ plural(belief, 'seed') }}</strong>
        <input
          v-model.number.lazy="belief"
          type="range"
          min="1"
          max="30"
          aria-label="Seeds that a starting point weighs"
        />
      </label>
      <button type="button" class="text-link" :aria-expanded="all" @click="all = !all">
        {{ all ? 'Hide the figures' : 'Figures, and what was assumed' }}
      </button>
      <template v-if="all">
        <ul class="plain designs">
          <li
            v-for="d in worth.designs"
            :key="`${d.treatments.join()}${d.dishes}${d.seeds_per_dish}`"
            :class="{ own: d.own }"
          >
            <span>
              <button
                v-if="choosable"
                type="button"
                class="text-link"
                @click="emit('size', d.dishes, d.seeds_per_dish)"
              >
                {{ layout(d) }}
              </button>
              <template v-else>{{ layout(d) }}</template>
              <span class="quiet who">{{ d.treatments.join(', ') }}</span>
              <span class="quiet who">{{
                d.detects === null ? 'shows no difference' : `shows ${percent(d.detects)} points more, 8 times in 10`
              }}</span>
            </span>
            <span class="figures">
              <strong>{{ plants(d.worth) }}</strong>
              <span class="quiet">± {{ Math.max(1, Math.round(2 * d.se)) }}</span>
              <span class="quiet who">{{ plants(d.gained) }} {{ plants(-d.spent) }}</span>
              <span class="quiet who">{{ seeds(d.seeds, false) }} seeds</span>
            </span>
          </li>
        </ul>
        <p class="quiet">Worth in plants: gained by the better choice, less spent on the test.</p>
        <ul class="plain assumed">
          <li v-for="b in worth.believed" :key="b.name">
            <strong>{{ b.name }}</strong> ≈ {{ percent(b.share) }} % ({{ percentRange(b.lower, b.upper) }})
            <span class="quiet">{{ b.rests_on }}</span>
          </li>
        </ul>
        <p v-for="s in worth.assumed" :key="s" class="quiet">{{ s }}</p>
      </template>
    </template>
  </div>
</template>

<style scoped>
.worth {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 6px;
}

.worth p {
  margin: 0;
}

.slide {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 10px;
  align-items: center;
  min-height: 44px;
}

.slide input {
  flex: 1 1 100%;
  min-height: 36px;
  accent-color: var(--leaf);
}

.worth > .text-link {
  justify-self: start;
}

.worth .who {
  margin-left: 0;
  display: block;
  font-size: 0.86rem;
}

.designs li {
  display: flex;
  gap: 12px;
  justify-content: space-between;
  padding: 5px 0;
}

.designs .figures {
  text-align: right;
  white-space: nowrap;
}

.own {
  background: color-mix(in srgb, var(--sprout) 14%, transparent);
}

.assumed li {
  padding: 3px 0;
}
</style>
