<script setup lang="ts">
import { reactive, ref } from 'vue'
import FormFoot from '@/shared/components/FormFoot.vue'
import { useProblem } from '@/shared/composables/useProblem'
import { moment } from '@/shared/format/dates'
import { plural } from '@/shared/format/numbers'
import { logFaultWords } from '@/shared/labels'
import { lookInto, simulatedLogger, useImportLog, type LogPreview, type LogSettings } from '../api'

/** A logger's file, looked into before it is kept: how it was read can be said otherwise, and what is left out is listed. */
const props = defineProps<{ place: number }>()
const emit = defineEmits<{ done: [] }>()

const keep = useImportLog()
const { attempt, sentence, question } = useProblem()
const file = ref<File | null>(null)
const preview = ref<LogPreview | null>(null)
const busy = ref(false)
const said = reactive<LogSettings>({})

const UNITS = [
  { value: 'C', title: '°C' },
  { value: 'F', title: '°F' },
]
const ORDERS = [
  { value: true, title: 'day first: 13.02.2026' },
  { value: false, title: 'month first: 02/13/2026' },
]
const DELIMITERS = [
  { value: ',', title: 'comma' },
  { value: ';', title: 'semicolon' },
  { value: '\t', title: 'tab' },
  { value: '|', title: 'bar' },
]

async function look() {
  if (!file.value) return
  busy.value = true
  const chosen = file.value
  preview.value = (await attempt(() => lookInto(chosen, { ...said }))) ?? null
  busy.value = false
}
async function choose(event: Event) {
  const chosen = (event.target as HTMLInputElement).files?.[0]
  if (!chosen) return
  file.value = chosen
  for (const key of Object.keys(said) as (keyof LogSettings)[]) delete said[key]
  await look()
}
async function simulate() {
  const made = await attempt(() => simulatedLogger(props.place))
  if (!made) return
  file.value = made
  await look()
}
function say<K extends keyof LogSettings>(key: K, value: LogSettings[K]) {
  said[key] = value
  void look()
}
async function save(sure = false) {
  const chosen = file.value
  if (!chosen) return
  const done = await attempt(() => keep.mutateAsync({ file: chosen, place: props.place, said: { ...said }, sure }))
  if (done) emit('done')
}
</script>

<template>
  <form class="form" @submit.prevent="save()">
    <div class="actions">
      <label class="file"
        ><input type="file" accept=".csv,.txt,.tsv,text/csv,text/plain" class="sr-only" @change="choose" /> Choose the
        logger's file</label
      >
      <v-btn variant="text" color="primary" @click="simulate">Read the simulated logger instead</v-btn>
    </div>
    <p v-if="busy" class="quiet" role="status">Looking into it …</p>
    <template v-if="preview">
      <p class="sentence">
        {{ plural(preview.count, 'reading') }}
        <template v-if="preview.first_at && preview.last_at"
          >from {{ moment(preview.first_at) }} to {{ moment(preview.last_at) }}, {{ preview.low_c?.toFixed(1) }} to
          {{ preview.high_c?.toFixed(1) }} °C.</template
        >
      </p>
      <p v-if="preview.converted || preview.reordered" class="quiet">
        <template v-if="preview.converted">{{ preview.converted }} in the other unit were turned into °C. </template>
        <template v-if="preview.reordered">{{ preview.reordered }} were out of order and were sorted.</template>
      </p>
      <div class="form-row">
        <v-select
          :model-value="preview.layout.unit"
          :items="UNITS"
          label="Temperatures are in"
          @update:model-value="(v) => say('unit', v)"
        />
        <v-select
          v-if="preview.layout.day_first !== null"
          :model-value="preview.layout.day_first"
          :items="ORDERS"
          label="Dates are written"
          @update:model-value="(v) => say('day_first', v)"
        />
        <v-select
          :model-value="preview.layout.delimiter"
          :items="DELIMITERS"
          label="Column separator"
          @update:model-value="(v) => say('delimiter', v)"
        />
        <v-select
          :model-value="preview.layout.temperature_column"
          :items="
            (preview.head[0] ?? []).map((name, value) => ({
              value,
              title: `${value + 1}: ${name.trim() || 'no name'}`,
            }))
          "
          label="Temperature column"
          @update:model-value="(v) => say('temperature_column', v)"
        />
      </div>
      <table class="ledger">
        <caption class="quiet">
          First readings as understood
        </caption>
        <tbody>
          <tr v-for="s in preview.sample.slice(0, 5)" :key="s.at">
            <td>{{ moment(s.at) }}</td>
            <td class="num">{{ s.temp_c.toFixed(2) }} °C</td>
          </tr>
        </tbody>
      </table>
      <details v-if="preview.left_out_count">
        <summary>{{ plural(preview.left_out_count, 'line') }} will be left out</summary>
        <ul class="plain">
          <li v-for="l in preview.left_out" :key="l.line">
            line {{ l.line }}: “{{ l.value }}”, {{ logFaultWords[l.fault] }}
          </li>
        </ul>
      </details>
    </template>
    <FormFoot
      action="Keep this log"
      :busy="keep.isPending.value"
      :disabled="!preview?.count"
      :question="question"
      :sentence="sentence"
      @leave="emit('done')"
      @sure="save(true)"
    />
  </form>
</template>

<style scoped>
.file {
  display: inline-flex;
  align-items: center;
  min-height: 48px;
  padding: 0 18px;
  border: 1.5px solid var(--leaf);
  border-radius: 10px;
  color: var(--leaf);
  cursor: pointer;
  font-weight: 600;
}

.file:focus-within {
  outline: 3px solid var(--leaf);
  outline-offset: 2px;
}

caption {
  text-align: left;
}

summary {
  min-height: 44px;
  line-height: 44px;
}
</style>
