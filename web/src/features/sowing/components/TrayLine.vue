<script setup lang="ts">
import { computed, ref } from 'vue'
import ChipChoice from '@/shared/components/ChipChoice.vue'
import DayField from '@/shared/components/DayField.vue'
import FormFoot from '@/shared/components/FormFoot.vue'
import { useProblem } from '@/shared/composables/useProblem'
import TrayDrawing from '@/shared/drawing/TrayDrawing.vue'
import { day, isoDay } from '@/shared/format/dates'
import { numberOrNull, plural } from '@/shared/format/numbers'
import { choicesOf, stageWords } from '@/shared/labels'
import { useOutcomes, type Stage, type TrayView } from '../api'

/** A tray: what was sown in it and outcome; counting it opens below. */
const props = defineProps<{ tray: TrayView; mayCount: boolean; proposed?: Stage }>()

// plants by the latest count, else seedlings: a cell with several counts as one
const up = computed(() => props.tray.standing ?? props.tray.emerged)
const said = computed(() => {
  const e = props.tray.expected
  if (!e) return ''
  const expected = `≈ ${e.filled.toFixed(0)} of ${e.cells} cells were expected to hold a plant`
  return up.value === null
    ? `${expected}.`
    : `${props.tray.standing === null ? plural(up.value, 'seedling') : plural(up.value, 'plant')} now; ${expected}.`
})
const STAGES = choicesOf(stageWords)
const SHOWN: Stage[] = ['emerged', 'thinned', 'potted', 'planted', 'alive']
const { record, takeBack } = useOutcomes()
const { attempt, succeeds, at, foot, question } = useProblem()
const open = ref(false)
const stage = ref<Stage[]>([props.proposed ?? 'emerged'])
const count = ref('')
const on = ref(isoDay(new Date()))
// one reading of the form is one count, however often it is sent
let counting = crypto.randomUUID()

/** A day that is today is now: the moment it is counted at. */
const moment = () => (on.value === isoDay(new Date()) ? new Date() : new Date(`${on.value}T12:00:00`)).toISOString()

async function save(sure = false) {
  const kept = await succeeds(() =>
    record.mutateAsync({
      client_id: counting,
      tray: props.tray.id,
      stage: stage.value[0] ?? 'emerged',
      count: numberOrNull(count.value) ?? NaN,
      at: moment(),
      device_at: new Date().toISOString(),
      sure,
    }),
  )
  if (!kept) return
  counting = crypto.randomUUID()
  count.value = ''
  open.value = false
}
</script>

<template>
  <li class="tray">
    <div class="line">
      <span class="code">{{ tray.code }}</span>
      <span class="quiet">
        <template v-if="tray.seeds !== null"
          >{{ plural(tray.seeds, 'seed') }}<template v-if="tray.cells"> in {{ plural(tray.cells, 'cell') }}</template>
        </template>
        <template v-else-if="tray.from_trial">{{ plural(tray.cells, 'seedling') }} from {{ tray.from_trial }}</template>
        <template v-else>not sown</template><template v-if="tray.place">, {{ tray.place }}</template>
      </span>
      <button
        v-if="mayCount && (tray.sown_at || tray.from_trial)"
        type="button"
        class="text-link no-print"
        :aria-expanded="open"
        @click="open = !open"
      >
        Count {{ tray.code }}
      </button>
      <span class="counts figures">
        <span v-for="s in SHOWN" v-show="tray[s] !== null" :key="s"
          ><strong>{{ tray[s] }}</strong> {{ stageWords[s] }}</span
        >
        <span v-if="!tray.outcomes.length" class="quiet">not counted yet</span>
      </span>
    </div>
    <div v-if="tray.expected" class="drawn">
      <TrayDrawing
        :cells="tray.expected.cells"
        :filled="tray.expected.filled"
        :several="up === null ? tray.expected.several : 0"
        :actual="up"
        :width="190"
        :label="said"
      />
      <p class="quiet">{{ said }}</p>
    </div>
    <p v-if="tray.sentence" class="said">{{ tray.sentence }}</p>
    <form v-if="open" class="form no-print" @submit.prevent="save()">
      <ChipChoice v-model="stage" label="Count of" :choices="STAGES" />
      <div class="form-row">
        <v-text-field
          v-model="count"
          :label="`${stageWords[stage[0] ?? 'emerged']}, all so far`"
          inputmode="numeric"
          :error-messages="question ? [] : at('/count')"
          autofocus
        />
        <DayField v-model="on" label="Counted on" :messages="at('/at')" />
      </div>
      <FormFoot
        action="Record the count"
        :busy="record.isPending.value"
        :sentence="foot('/count', '/at')"
        :question="question"
        @sure="save(true)"
        @leave="open = false"
      />
    </form>
    <details v-if="tray.outcomes.length" class="no-print">
      <summary>Counts of this tray</summary>
      <ul class="plain">
        <li v-for="o in tray.outcomes" :key="o.id">
          {{ day(o.at) }}: {{ o.count }} {{ stageWords[o.stage] }} <span class="quiet">{{ o.by }} {{ o.note }}</span>
          <button v-if="mayCount" type="button" class="text-link" @click="attempt(() => takeBack.mutateAsync(o.id))">
            undo
          </button>
        </li>
      </ul>
    </details>
  </li>
</template>

<style scoped>
.tray {
  padding: 8px 0;
  border-bottom: 1px solid var(--line-soft);
}

.line {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
  align-items: baseline;
}

.counts {
  display: flex;
  flex-basis: 100%;
  flex-wrap: wrap;
  gap: 4px 14px;
}

.drawn {
  display: grid;
  grid-template-columns: minmax(0, 190px) minmax(0, 1fr);
  gap: 14px;
  align-items: center;
  margin: 6px 0;
}

.said {
  margin: 2px 0;
}

@media (max-width: 500px) {
  .drawn {
    grid-template-columns: minmax(0, 1fr);
  }
}

summary {
  min-height: 36px;
  color: var(--ink-2);
  font-size: 0.92rem;
  line-height: 36px;
  cursor: pointer;
}
</style>
