<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useQueryClient } from '@tanstack/vue-query'
import { useSession } from '@/features/people'
import { Problem } from '@/shared/api/problem'
import { useTitle } from '@/shared/composables/useTitle'
import { day } from '@/shared/format/dates'
import { plural } from '@/shared/format/numbers'
import {
  lookInto,
  readAgain,
  readIn,
  sampleSheet,
  stopReading,
  type FilePreview,
  type Reading,
  type ReadRefused,
  type Settled,
} from '../api'
import ColumnsTable from '../components/ColumnsTable.vue'
import OpenFormats from '../components/OpenFormats.vue'
import ProblemList from '../components/ProblemList.vue'
import ReadingList from '../components/ReadingList.vue'
import SettleFields from '../components/SettleFields.vue'

/** Years of records out of spreadsheets: inspected, settled and imported as one. */
useTitle(() => 'Import')
const { user } = useSession()
const queries = useQueryClient()
const PAUSE_MS = 250

const file = ref<File | null>(null)
const settled = ref<Partial<Settled>>({ counts_are: 'new' })
const preview = ref<FilePreview | null>(null)
const trouble = ref('')
const question = ref(false)
const progress = ref<{ done: number; of: number; doing: string } | null>(null)
const made = ref<Reading | null>(null)
let clientId = ''
let turn = 0
let timer = 0

function choose(chosen: File | undefined) {
  if (!chosen) return
  file.value = chosen
  settled.value = { counts_are: 'new' }
  preview.value = null
  made.value = null
}
watch([file, settled], () => {
  window.clearTimeout(timer)
  timer = window.setTimeout(() => void look(), preview.value ? PAUSE_MS : 0)
})
async function look() {
  const chosen = file.value
  if (!chosen) return
  const mine = ++turn
  trouble.value = ''
  question.value = false
  try {
    const seen = await lookInto(chosen, settled.value)
    if (mine === turn) preview.value = seen
  } catch (error) {
    if (!(error instanceof Problem)) throw error
    if (mine === turn) trouble.value = error.detail
  }
}
function settle(index: number, meaning: FilePreview['columns'][number]['meaning']) {
  const columns = preview.value?.columns.map((c) => (c.index === index ? meaning : c.meaning)) ?? []
  settled.value = { ...settled.value, columns }
}

const tell = (done: number, of: number, doing: string) => (progress.value = { done, of, doing })
async function run(work: (id: string) => Promise<Reading | ReadRefused>) {
  clientId = crypto.randomUUID()
  trouble.value = ''
  question.value = false
  made.value = null
  progress.value = { done: 0, of: 0, doing: 'sending the file' }
  try {
    const found = await work(clientId)
    if ('sentence' in found && 'problems' in found) {
      trouble.value = found.sentence
      question.value = found.question
    } else {
      made.value = found
      file.value = null
      preview.value = null
    }
  } catch (error) {
    if (!(error instanceof Problem)) throw error
    trouble.value = error.detail
  } finally {
    progress.value = null
    await queries.invalidateQueries()
  }
}
const read = (sure = false) => {
  const chosen = file.value
  if (chosen) void run((id) => readIn(chosen, settled.value, id, sure, tell))
}
const again = (reading: number) => void run((id) => readAgain(reading, id, tell))

const ready = computed(() => preview.value && !preview.value.problem_count && !progress.value)
const share = computed(() => (progress.value?.of ? Math.round((100 * progress.value.done) / progress.value.of) : null))
</script>

<template>
  <main class="page">
    <h1>Import data</h1>
    <p class="sentence">
      Import a spreadsheet (CSV or xlsx), a file in an open format, or one exported from Awake Furrow. You see the
      result before anything is saved.
    </p>
    <p v-if="!user?.may_plan" class="notice">Only growers can import data. Ask one of them.</p>
    <template v-else>
      <label class="drop" @dragover.prevent @drop.prevent="choose($event.dataTransfer?.files[0])">
        <input
          type="file"
          accept=".csv,.txt,.tsv,.xlsx,.json,.geojson,.gpx,.zip"
          aria-label="File to import"
          @change="choose(($event.target as HTMLInputElement).files?.[0])"
        />
        <span>{{ file ? file.name : 'Choose a file, or drop it here' }}</span>
      </label>
      <p v-if="!file" class="quiet">
        Or try it with
        <button type="button" class="text-link" @click="sampleSheet().then(choose)">a sample sheet</button>, made up and
        as untidy as old notebooks are.
      </p>
      <p v-if="trouble" class="notice" :class="{ bad: !question }" role="alert">
        {{ trouble }}
        <button v-if="question" type="button" class="text-link" @click="read(true)">Import it again</button>
      </p>
      <p v-if="made" class="notice" role="status">
        Imported: {{ made.sentence }}.
        <RouterLink v-for="t in made.trials.slice(0, 3)" :key="t" :to="{ name: 'trial', params: { id: t } }"
          >The trial</RouterLink
        >
        <RouterLink v-if="made.lots.length" to="/lots">The lots</RouterLink>
        <RouterLink v-if="made.stands.length" to="/stands">The stands</RouterLink>
      </p>
      <div v-if="progress" class="progress" role="status">
        <v-progress-linear :indeterminate="share === null" :model-value="share ?? 0" color="primary" height="8" />
        <p>
          {{ progress.doing }}
          <button type="button" class="text-link" @click="stopReading(clientId)">Stop and keep nothing</button>
        </p>
      </div>
      <template v-if="preview">
        <p v-if="preview.before" class="notice">The same file was {{ preview.before }} already.</p>
        <template v-if="preview.kind === 'standard'">
          <p class="notice">{{ preview.notes[0] }}</p>
          <template v-if="preview.notes.length > 1">
            <h2 class="ruled">What would not be kept as it is</h2>
            <ul class="plain">
              <li v-for="n in preview.notes.slice(1)" :key="n">{{ n }}</li>
            </ul>
          </template>
        </template>
        <p v-for="n in preview.kind === 'standard' ? [] : preview.notes" :key="n" class="notice">{{ n }}</p>
        <div class="columns">
          <div v-if="preview.kind === 'table'">
            <h2 class="ruled">To check</h2>
            <SettleFields v-model="settled" :preview="preview" />
            <h2 class="ruled">Columns</h2>
            <ColumnsTable :columns="preview.columns" @settle="settle" />
          </div>
          <div>
            <h2 class="ruled">What the import would add</h2>
            <ul class="plain">
              <li v-for="(t, i) in preview.trials" :key="i">
                A trial of <strong>{{ t.lot_name || t.lot_code || 'which lot?' }}</strong>: {{ t.treatments.join(', ')
                }}<template v-if="t.control"> (control: {{ t.control }})</template>;
                {{ plural(t.dishes, 'dish', 'dishes') }}, {{ plural(t.seeds, 'seed') }}, {{ plural(t.looks, 'look')
                }}<template v-if="t.first_sown">, sown {{ day(t.first_sown) }}</template
                >.
              </li>
              <li v-for="l in preview.lots" :key="l.code + l.name">
                <span class="code">{{ l.code || 'next code' }}</span> {{ l.name }}
                <span class="quiet">{{ [l.collected, l.amount].filter(Boolean).join('; ') }}</span>
              </li>
              <li v-if="preview.lot_count > preview.lots.length" class="quiet">
                and {{ preview.lot_count - preview.lots.length }} more lots
              </li>
              <li v-if="!preview.trials.length && !preview.lot_count && preview.kind === 'table'" class="quiet">
                Choose the meaning of the columns first.
              </li>
            </ul>
            <p v-for="l in preview.left_out" :key="l.cell" class="quiet">
              <span class="code">{{ l.cell }}</span> “{{ l.value }}”: {{ l.message }}
            </p>
            <ProblemList :problems="preview.problems" :count="preview.problem_count" :name="preview.name" />
            <div class="actions">
              <v-btn color="primary" :disabled="!ready" @click="read()">Import</v-btn>
              <span class="quiet">Everything is imported or nothing, and the import can be undone.</span>
            </div>
          </div>
        </div>
      </template>
      <ReadingList :busy="progress !== null" @again="again" />
      <OpenFormats :may-plan="user?.may_plan ?? false" />
      <section aria-label="Export everything">
        <h2 class="ruled">Export everything</h2>
        <p>
          <template v-if="user?.may_lead">
            <a href="/api/v1/everything/" download>All records and photos as one file</a>, in open formats, without
            passwords. Import it above into an empty installation.
          </template>
          <template v-else>The lead can save all records and photos as one file.</template>
        </p>
        <p><a href="/api/v1/lots/export/lots.csv/" download>All lots as a table</a> (CSV), a column for each field.</p>
      </section>
    </template>
  </main>
</template>

<style scoped>
.drop {
  display: flex;
  gap: 14px;
  align-items: center;
  min-height: 72px;
  margin: 14px 0;
  padding: 0 18px;
  border: 2px dashed var(--earth-2);
  border-radius: 10px;
  background: var(--sheet);
  cursor: pointer;
}

.drop:focus-within {
  outline: 3px solid var(--leaf);
}

.drop input {
  position: absolute;
  width: 1px;
  height: 1px;
  opacity: 0;
}

.progress {
  margin: 12px 0;
}

.notice {
  margin-top: 8px;
}

h2 {
  margin-top: 14px;
}

.actions {
  margin: 14px 0;
}

.columns {
  grid-template-columns: repeat(2, minmax(0, 1fr));
}

.columns > :only-child {
  grid-column: 1 / -1;
}

@media (max-width: 900px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
