<script setup lang="ts">
import { computed, reactive, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { Problem } from '@/shared/api/problem'
import WideTable from '@/shared/components/WideTable.vue'
import DayField from '@/shared/components/DayField.vue'
import PageState from '@/shared/components/PageState.vue'
import { useTitle } from '@/shared/composables/useTitle'
import { plural, seeds } from '@/shared/format/numbers'
import { criterionWords } from '@/shared/labels'
import { postLook, useCountSheet, type CountDish } from '../api'
import TrialCrumb from '../components/TrialCrumb.vue'
import { KINDS } from '../logic/entry'

const route = useRoute()
const id = computed(() => Number(route.params.id))
const { data: sheet, isPending, error, refetch } = useCountSheet(id)
useTitle(() => (sheet.value ? `Bench sheet ${sheet.value.code}` : 'Bench sheet'))

const WORDS = { germinated: 'new', abnormal: 'abnormal', rotted: 'rotted', lost: 'lost' } as const
const COLUMNS = 8

const pad = (n: number) => String(n).padStart(2, '0')
function localMinute(date: Date) {
  return `${date.getFullYear()}-${pad(date.getMonth() + 1)}-${pad(date.getDate())}T${pad(date.getHours())}:${pad(date.getMinutes())}`
}
const at = ref(localMinute(new Date()))
const rows = reactive<
  Record<number, { client_id: string; counts: Record<string, string>; said: string; saved: boolean }>
>({})
const busy = ref(false)
const open = computed(() => sheet.value?.dishes.filter((d) => d.open) ?? [])
const row = (d: CountDish) => rows[d.id]
const typed = (d: CountDish) => KINDS.some((k) => (row(d)?.counts[k] ?? '') !== '')
const ready = computed(() => open.value.filter((d) => typed(d) && !row(d)?.saved))
const saved = computed(() => open.value.filter((d) => row(d)?.saved).length)

const fresh = () => ({
  client_id: crypto.randomUUID(),
  counts: Object.fromEntries(KINDS.map((k) => [k, ''])),
  said: '',
  saved: false,
})
watch(open, (dishes) => dishes.forEach((d) => (rows[d.id] ??= fresh())), { immediate: true })

/** One look a dish, in place order; what is refused keeps its numbers and its sentence, the others are recorded. */
async function save() {
  busy.value = true
  for (const d of ready.value) {
    const own = row(d)
    if (!own) continue
    const counts = Object.fromEntries(KINDS.map((k) => [`new_${k}`, Number(own.counts[k]) || 0]))
    try {
      await postLook({ client_id: own.client_id, dish: d.id, at: new Date(at.value).toISOString(), ...counts })
      own.saved = true
      own.said = ''
    } catch (problem) {
      if (!(problem instanceof Problem)) throw problem
      own.said = problem.detail
      if (problem.noSignal) break
    }
  }
  busy.value = false
  await refetch()
}

/** The next sheet: the same dishes, another look. */
function another() {
  for (const d of open.value) rows[d.id] = fresh()
}

/** Enter goes down a column, as one reads a sheet. */
function down(event: KeyboardEvent) {
  const cell = (event.target as HTMLElement).closest('td')
  const index = cell ? [...(cell.parentElement?.children ?? [])].indexOf(cell) : -1
  cell?.parentElement?.nextElementSibling?.children[index]?.querySelector('input')?.focus()
}

const print = () => window.print()
</script>

<template>
  <main class="page">
    <TrialCrumb :id="id" :code="sheet?.code" class="no-print" />
    <PageState :pending="isPending" :error="sheet ? null : error" @retry="refetch" />
    <template v-if="sheet">
      <div class="page-top">
        <h1>Bench sheet {{ sheet.code }}</h1>
        <v-btn class="no-print" variant="outlined" color="primary" @click="print">Print an empty sheet</v-btn>
      </div>
      <p>
        {{ sheet.lot_name }}. Counts as germinated: {{ criterionWords[sheet.criterion] }}. Enter what is new since the
        last look; 0 counts too.
      </p>
      <form class="no-print" @submit.prevent="save">
        <div class="form-row when">
          <DayField v-model="at" time label="Looked at" />
        </div>
        <WideTable label="Counts of one look" class="grid">
          <thead>
            <tr>
              <th>Dish</th>
              <th>Place</th>
              <th class="num">So far</th>
              <th v-for="k in KINDS" :key="k" class="num">{{ WORDS[k] }}</th>
              <th></th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="d in open" :key="d.id" :class="{ done: row(d)?.saved }">
              <td class="code">{{ d.code }}</td>
              <td>{{ d.position }}</td>
              <td class="num nowrap">{{ d.germinated }} of {{ seeds(d.seeds, d.seeds_estimated) }}</td>
              <td v-for="k in KINDS" :key="k" class="num">
                <input
                  v-if="row(d)"
                  v-model="row(d)!.counts[k]"
                  inputmode="numeric"
                  :aria-label="`${d.code}, ${WORDS[k]}`"
                  :disabled="row(d)!.saved"
                  @keydown.enter.prevent="down"
                />
              </td>
              <td>
                <span v-if="row(d)?.saved" class="quiet">saved</span>
                <span v-else-if="row(d)?.said" class="late" role="alert">{{ row(d)?.said }}</span>
              </td>
            </tr>
          </tbody>
        </WideTable>
        <div class="actions">
          <v-btn type="submit" color="primary" :loading="busy" :disabled="!ready.length"
            >Record {{ plural(ready.length, 'dish', 'dishes') }}</v-btn
          >
          <v-btn v-if="saved && !ready.length" variant="text" color="primary" @click="another">Type another look</v-btn>
          <span class="quiet" role="status">{{ saved ? `${saved} recorded` : '' }}</span>
        </div>
      </form>
      <table class="ledger paper">
        <thead>
          <tr>
            <th>Place</th>
            <th>Dish</th>
            <th class="num">Seeds</th>
            <th v-for="n in COLUMNS" :key="n">Day ____</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="d in open" :key="d.id">
            <td>{{ d.position }}</td>
            <td class="code">{{ d.code }}</td>
            <td class="num">{{ seeds(d.seeds, d.seeds_estimated) }}</td>
            <td v-for="n in COLUMNS" :key="n"></td>
          </tr>
        </tbody>
      </table>
    </template>
  </main>
</template>

<style scoped>
.when {
  max-width: 260px;
}

.grid {
  max-width: 860px;
}

.grid input {
  width: 64px;
  height: 44px;
  padding: 0 8px;
  border: 1.5px solid var(--line);
  border-radius: 8px;
  background: var(--sheet);
  color: var(--ink);
  font: inherit;
  text-align: right;
}

.grid td {
  padding: 3px 12px 3px 0;
  vertical-align: middle;
}

.done {
  color: var(--ink-2);
}

.paper {
  display: none;
}

@media print {
  .paper {
    display: table;
  }

  .paper td {
    height: 9mm;
    border: 0.3pt solid #000;
  }
}
</style>
