<script setup lang="ts">
import { computed, reactive, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import EmptyState from '@/shared/components/EmptyState.vue'
import HazardBanner from '@/shared/components/HazardBanner.vue'
import PageState from '@/shared/components/PageState.vue'
import DishDrawing from '@/shared/drawing/DishDrawing.vue'
import { useTitle } from '@/shared/composables/useTitle'
import { plural, seeds } from '@/shared/format/numbers'
import { fateWords, stopWords } from '@/shared/labels'
import { useCountSheet, type CountDish } from '../api'
import FateFields from '../components/FateFields.vue'
import HeldLooks from '../components/HeldLooks.vue'
import TrialCrumb from '../components/TrialCrumb.vue'
import { useDeviceSheet } from '../composables/useDeviceSheet'
import { useLookOutbox } from '../composables/useLookOutbox'
import { FATES, fatesIn, foundIn, noFates, type Fates } from '../logic/fates'

const route = useRoute()
const id = computed(() => Number(route.params.id))
const { data, isPending, error, refetch } = useCountSheet(id)
const { refused } = useLookOutbox()
const { sheet, close: keepClosed, notKept } = useDeviceSheet(id, data)
useTitle(() => (data.value ? `Close ${data.value.code}` : 'Close'))

const held = computed(() => refused.value.filter((r) => r.item.trial === id.value))
const MAY = new Set(['quiet_and_length', 'all_accounted'])
const mayClose = (d: CountDish) => d.advice !== null && MAY.has(d.advice)
/** Those that the stop rule speaks for come first; within them the order of the shelf. */
const open = computed(() => {
  const all = sheet.value?.dishes.filter((d) => d.open) ?? []
  return [...all.filter(mayClose), ...all.filter((d) => !mayClose(d))]
})
const rule = computed(() => {
  const reasons = new Map<string, number>()
  for (const d of open.value)
    if (d.advice) reasons.set(stopWords[d.advice], (reasons.get(stopWords[d.advice]) ?? 0) + 1)
  return [...reasons].map(([words, n]) => `${plural(n, 'dish', 'dishes')}: ${words}`).join('; ')
})
const typed = reactive<Record<number, Fates>>({})
const skipping = ref(false)

watch(open, (dishes) => dishes.forEach((d) => (typed[d.id] ??= noFates())), { immediate: true })
const fatesOf = (d: CountDish) => (typed[d.id] ??= noFates())
const sum = (d: CountDish) => foundIn(fatesOf(d))
const touched = (d: CountDish) => FATES.some((f) => fatesOf(d)[f] !== '')
const ready = computed(() => open.value.filter((d) => touched(d) || d.remaining <= 0))
const wrong = computed(() => open.value.filter((d) => sum(d) > d.remaining))
const unchecked = computed(() => open.value.reduce((total, d) => total + d.remaining, 0))
const picture = (d: CountDish) => ({
  sown: d.seeds,
  germinated: d.germinated,
  fresh: 0,
  abnormal: d.abnormal,
  rotted: d.rotted,
  lost: d.lost,
  empty: fatesIn(fatesOf(d)).empty,
})

async function close(dishes: readonly CountDish[]) {
  const possible = dishes.filter((d) => sum(d) <= d.remaining)
  if (await keepClosed(possible.map((dish) => ({ dish, fates: fatesOf(dish) })))) skipping.value = false
}
</script>

<template>
  <main class="page">
    <TrialCrumb :id="id" :code="sheet?.code" />
    <div class="page-top">
      <h1>Close the dishes</h1>
      <RouterLink v-if="open.length" class="text-link" :to="{ name: 'count', params: { id } }"
        >Count once more</RouterLink
      >
    </div>
    <PageState :pending="isPending" :error="sheet ? null : error" @retry="refetch" />
    <template v-if="sheet">
      <p class="sentence">
        Cut or press the ungerminated seeds: that shows whether they are dormant or dead. Cut away from yourself, on a
        board.
      </p>
      <p v-if="rule" class="rule">
        Stop rule (advice): no new germination for 7 days or 3 times the mean time, whichever is longer, after the
        planned {{ Math.round(sheet.length_days) }} days. {{ rule }}.
      </p>
      <p v-if="notKept" class="notice bad" role="alert">{{ notKept }} No dish was closed.</p>
      <HazardBanner :hazards="sheet.hazards" />
      <dl class="meanings">
        <template v-for="m in sheet.fates" :key="m.fate ?? 'none'">
          <dt>{{ m.fate ? fateWords[m.fate] : 'not checked' }}</dt>
          <dd>{{ m.meaning }}</dd>
        </template>
      </dl>
      <HeldLooks :held="held" />
      <EmptyState
        v-if="!open.length"
        title="Every dish is closed"
        why="A late sprout reopens its dish, from the dish’s own page; the closing stays in the record."
      >
        <RouterLink :to="{ name: 'compare', params: { id } }">See what it says</RouterLink>
      </EmptyState>
      <form v-else @submit.prevent="close(ready)">
        <div v-for="d in open" :key="d.id" class="line">
          <DishDrawing class="drawing" :dish="picture(d)" :name="d.code" :tray="sheet.medium === 'tray'" />
          <div class="name">
            <RouterLink class="code" :to="{ name: 'dish', params: { id, dish: d.id } }">{{ d.code }}</RouterLink>
            <span
              >{{ d.germinated }} of {{ seeds(d.seeds, d.seeds_estimated) }} germinated, {{ d.remaining }} left</span
            >
            <span class="quiet">{{
              d.dark ? 'in the dark: close it after its one look' : d.advice ? stopWords[d.advice] : ''
            }}</span>
          </div>
          <div class="fields">
            <p v-if="d.remaining <= 0" class="quiet">Every seed is accounted for. There is nothing to cut.</p>
            <FateFields v-else v-model="typed[d.id]!" :remaining="d.remaining" :meanings="sheet.fates" told />
          </div>
        </div>
        <p v-if="wrong.length" class="notice bad" role="alert">
          More than is left in {{ wrong.map((d) => d.code).join(', ') }}: lower a number there.
        </p>
        <div class="actions foot">
          <v-btn type="submit" color="primary" :disabled="!ready.length || wrong.length > 0"
            >Close {{ plural(ready.length, 'dish', 'dishes') }} with these</v-btn
          >
          <v-btn variant="text" color="primary" @click="skipping = !skipping">Close without checking</v-btn>
        </div>
        <p v-if="skipping" class="notice" role="alertdialog">
          {{ plural(unchecked, 'seed') }} in {{ plural(open.length, 'dish', 'dishes') }} stay unknown:
          {{ sheet.fates.find((m) => !m.fate)?.meaning }}.
          <button type="button" class="text-link" @click="close(open)">Close them anyway</button>
        </p>
      </form>
    </template>
  </main>
</template>

<style scoped>
.meanings {
  display: grid;
  grid-template-columns: max-content 1fr;
  gap: 2px 16px;
  max-width: 860px;
  margin: 8px 0 16px;
  font-size: 0.95rem;
}

dt {
  font-weight: 600;
}

dd {
  margin: 0;
  color: var(--ink-2);
}

.line {
  display: grid;
  grid-template-columns: 74px 230px minmax(0, 1fr);
  gap: 16px;
  align-items: center;
  padding: 10px 0;
  border-bottom: 1px solid var(--line-soft);
}

.name {
  display: flex;
  flex-direction: column;
}

.name .quiet {
  margin-left: 0;
}

.rule {
  max-width: 860px;
  margin: 6px 0;
}

.name .code {
  font-size: 1.2rem;
}

.fields p {
  margin: 0;
}

.foot {
  margin-top: 16px;
}

@media (max-width: 700px) {
  .line {
    grid-template-columns: 60px minmax(0, 1fr);
  }

  .fields {
    grid-column: 1 / -1;
  }

  .meanings {
    grid-template-columns: 1fr;
  }
}
</style>
