<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { fetchLotRows, LotField, type LotRow } from '@/features/lots'
import ChipChoice from '@/shared/components/ChipChoice.vue'
import FormFoot from '@/shared/components/FormFoot.vue'
import { useProblem } from '@/shared/composables/useProblem'
import { useTitle } from '@/shared/composables/useTitle'
import { idsIn } from '@/shared/format/address'
import { numberOrNull, plural } from '@/shared/format/numbers'
import { choicesOf, labelKindWords, sheetWords } from '@/shared/labels'
import { printLabels } from '../api'

useTitle(() => 'Labels')
const route = useRoute()
const router = useRouter()
const { attempt, at, foot } = useProblem()

const SHEETS = choicesOf(sheetWords)
const KEPT = 'awake-furrow-label-sheet'

const lots = ref<{ id: number; code: string; name: string }[]>([])
const adding = ref<number | null>(null)
const asked = idsIn(route.query.lot)
const batch = computed(() => (route.query.batch ? Number(route.query.batch) : null))
const sowing = computed(() => (route.query.sowing ? Number(route.query.sowing) : null))
const trial = computed(() => (route.query.trial ? Number(route.query.trial) : null))
const kind = ref<(keyof typeof labelKindWords)[]>([
  batch.value ? 'bag' : trial.value ? 'dish' : sowing.value ? 'tray' : 'stored',
])
const sheet = ref<keyof typeof sheetWords>((localStorage.getItem(KEPT) as keyof typeof sheetWords | null) ?? 'a4_24')
const copies = ref('1')
const skip = ref('0')
const busy = ref(false)
const link = ref('')
// labels of a bag, of dishes and of trays come from their own pages
const OWN = new Set(['bag', 'dish', 'tray'])
const KINDS = computed(() =>
  choicesOf(labelKindWords).filter((k) =>
    batch.value || trial.value || sowing.value ? k.value === kind.value[0] : !OWN.has(k.value),
  ),
)
const ids = computed(() => lots.value.map((l) => l.id))
const wanted = computed(() =>
  batch.value === null && trial.value === null && sowing.value === null ? ids.value.length : 1,
)

onMounted(async () => {
  for (const row of (await attempt(() => fetchLotRows(asked))) ?? []) add(row)
})
function add(row: LotRow | null) {
  if (row && !lots.value.some((l) => l.id === row.id))
    lots.value.push({ id: row.id, code: row.code, name: row.common_name })
}

async function print() {
  busy.value = true
  localStorage.setItem(KEPT, sheet.value)
  const pdf = await attempt(() =>
    printLabels({
      lots: ids.value,
      batches: batch.value === null ? [] : [batch.value],
      trial: trial.value,
      sowing: sowing.value,
      kind: kind.value[0],
      sheet: sheet.value,
      copies: numberOrNull(copies.value) ?? 1,
      skip: numberOrNull(skip.value) ?? 0,
    }),
  )
  busy.value = false
  if (!pdf) return
  if (link.value) URL.revokeObjectURL(link.value)
  link.value = URL.createObjectURL(pdf)
  window.open(link.value, '_blank', 'noopener')
}
</script>

<template>
  <main class="page narrow">
    <h1>Labels</h1>
    <p class="sentence">
      Pencil or print: ink fades and bleeds. One label outside, one inside anything damp; both carry the same code.
    </p>
    <form class="form" @submit.prevent="print">
      <p v-if="batch !== null">
        For the bag <span class="code">{{ route.query.code }}</span>
      </p>
      <p v-else-if="sowing !== null">
        For the trays of <span class="code">{{ route.query.code }}</span>
      </p>
      <p v-else-if="trial !== null">
        For the dishes of <span class="code">{{ route.query.code }}</span>. While the trial is blind they say no
        treatment.
      </p>
      <LotField v-else v-model="adding" label="Lot" :messages="at('/lots')" @chosen="add" />
      <ul v-if="lots.length" class="plain">
        <li v-for="(l, n) in lots" :key="l.id">
          <span class="code">{{ l.code }}</span> {{ l.name }}
          <button type="button" class="text-link" @click="lots.splice(n, 1)">leave out</button>
        </li>
      </ul>
      <ChipChoice v-model="kind" label="Purpose" :choices="KINDS" />
      <v-select v-model="sheet" :items="SHEETS" label="Paper" />
      <div class="form-row">
        <v-text-field v-model="copies" label="Copies of each" inputmode="numeric" :error-messages="at('/copies')" />
        <v-text-field
          v-model="skip"
          label="Labels already used on the sheet"
          inputmode="numeric"
          :error-messages="at('/skip')"
        />
      </div>
      <p class="quiet">{{ plural(wanted * (numberOrNull(copies) ?? 1), 'label') }}. Every print is noted on the lot.</p>
      <FormFoot
        action="Make the PDF"
        :busy="busy"
        :disabled="!wanted"
        :sentence="foot('/lots', '/batches', '/sowing', '/copies', '/skip')"
        @leave="router.back()"
      />
      <p v-if="link" role="status"><a :href="link" target="_blank" rel="noopener">The labels, as a PDF</a></p>
    </form>
  </main>
</template>

<style scoped>
.narrow {
  max-width: 680px;
}

.text-link {
  margin-left: 12px;
}
</style>
