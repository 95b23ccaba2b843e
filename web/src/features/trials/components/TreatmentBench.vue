<script setup lang="ts">
import { computed, nextTick, ref, watchEffect } from 'vue'
import type { Recipe } from '@/features/recipes'
import StepperField from '@/shared/components/StepperField.vue'
import { dayAfter, isoDay, weekdayShort } from '@/shared/format/dates'
import { plural } from '@/shared/format/numbers'
import { STEP_KINDS } from '@/shared/kinds'
import { longestOf, untreated, type BenchTreatment } from '../logic/bench'
import TreatmentEdit from './TreatmentEdit.vue'
import TreatmentLine from './TreatmentLine.vue'

/** The treatments of a trial in the making, on one axis up to the day of sowing, each with its dishes. */
const props = defineProps<{
  recipes: readonly Recipe[]
  sowOn: string
  bags: number
  tray: boolean
  messageAt: (pointer: string) => string[]
}>()
const rows = defineModel<BenchTreatment[]>({ required: true })
const dishes = defineModel<number | string>('dishes', { required: true })
const seeds = defineModel<number | string>('seeds', { required: true })
/** Dangerous materials are confirmed every time; without any there is nothing to confirm. */
const confirmed = defineModel<boolean>('confirmed', { required: true })

const AFTER = 0.16
const LEAST_AXIS = 7
const ROOM = 1.25
// the axis stays while a handle is held, or it would run away under the thumb
const held = ref<number | null>(null)
const span = computed(() => held.value ?? Math.max(LEAST_AXIS, longestOf(rows.value)) * ROOM)
const domain = computed((): [number, number] => [-span.value, span.value * AFTER])
const sowAt = `${100 / (1 + AFTER)}%`

const open = ref<number | null>(null)
const lines = ref<InstanceType<typeof TreatmentLine>[]>([])

const begins = computed(() => (props.sowOn ? dayAfter(props.sowOn, -longestOf(rows.value)) : ''))
const late = computed(() =>
  begins.value && begins.value < isoDay(new Date())
    ? `To be sown ${weekdayShort(props.sowOn)}, the longest treatment would have had to begin ${weekdayShort(begins.value)}. Choose a later day of sowing.`
    : '',
)

const cautions = computed(() => [
  ...new Map(
    rows.value
      .flatMap((t) => t.steps)
      .flatMap((s) => STEP_KINDS[s.kind].caution ?? [])
      .map((c) => [c.hazard, c]),
  ).values(),
])
const handled = ref(false)
const dangerous = computed(() => rows.value.some((t) => t.steps.some((s) => STEP_KINDS[s.kind].burns)))
watchEffect(() => {
  confirmed.value = !dangerous.value || handled.value
})

function add() {
  const made = untreated({ name: '' })
  rows.value = [...rows.value, made]
  open.value = made.key
}
async function remove(index: number) {
  const left = rows.value.filter((_, i) => i !== index)
  if (left.length && !left.some((t) => t.is_control)) left[0] = { ...left[0]!, is_control: true }
  rows.value = left
  await nextTick()
  lines.value[Math.min(index, left.length - 1)]?.focus()
}
const makeControl = (index: number) => (rows.value = rows.value.map((t, i) => ({ ...t, is_control: i === index })))
const replace = (index: number, by: BenchTreatment) => (rows.value = rows.value.map((t, i) => (i === index ? by : t)))
const messages = (index: number) =>
  ['name', 'bags', 'recipe'].flatMap((f) => props.messageAt(`/treatments/${index}/${f}`))
</script>

<template>
  <section aria-label="Treatments">
    <div class="head quiet" aria-hidden="true">
      <span></span>
      <span class="axis"
        ><strong :style="{ left: sowAt }">{{ sowOn ? `all sown ${weekdayShort(sowOn)}` : 'all sown' }}</strong></span
      >
      <span class="size">{{ plural(Number(dishes) || 0, 'dish', 'dishes') }} of {{ seeds }} each</span>
    </div>
    <template v-for="(t, i) in rows" :key="t.key">
      <TreatmentLine
        ref="lines"
        :model-value="t"
        :domain="domain"
        :dishes="Number(dishes) || 0"
        :seeds="Number(seeds) || 0"
        :bags="bags"
        :tray="tray"
        :open="open === t.key"
        :control="t.is_control && rows.length > 1"
        :messages="messages(i)"
        @update:model-value="(to) => replace(i, to)"
        @toggle="open = open === t.key ? null : t.key"
        @hold="(on) => (held = on ? span : null)"
        @dish="dishes = (Number(dishes) || 0) + 1"
      />
      <TreatmentEdit
        v-if="open === t.key"
        :model-value="t"
        :recipes="recipes"
        :removable="rows.length > 1"
        :at="(field) => messageAt(`/treatments/${i}${field}`)"
        @update:model-value="(to) => replace(i, to)"
        @control="makeControl(i)"
        @remove="remove(i)"
      />
    </template>
    <p v-for="message in messageAt('/treatments')" :key="message" class="notice bad" role="alert">{{ message }}</p>
    <p v-if="late" class="late" role="status">{{ late }}</p>
    <div class="sizes">
      <v-btn variant="outlined" color="primary" @click="add">Add a treatment</v-btn>
      <StepperField
        v-model="dishes"
        label="Dishes per treatment"
        more="A dish more in every treatment"
        fewer="A dish fewer in every treatment"
        :messages="messageAt('/dishes_per_treatment').concat(messageAt('/dishes'))"
      />
      <StepperField
        v-model="seeds"
        label="Seeds per dish"
        more="More seeds in every dish"
        fewer="Fewer seeds in every dish"
        :by="5"
        :messages="messageAt('/seeds_per_dish')"
      />
    </div>
    <p v-for="c in cautions" :key="c.hazard" class="notice bad">
      {{ c.hazard }} {{ c.care }} <strong>Gentler: {{ c.gentler }}</strong>
    </p>
    <label v-if="dangerous" class="confirm">
      <input v-model="handled" type="checkbox" /> The person doing this is trained, and it is allowed here
    </label>
  </section>
</template>

<style scoped>
.head {
  display: grid;
  grid-template-columns: minmax(120px, 190px) minmax(0, 1fr) auto;
  gap: 12px;
  font-size: 0.88rem;
}

.axis {
  position: relative;
  height: 1.4em;
}

.axis strong {
  position: absolute;
  color: var(--ink);
  white-space: nowrap;
  transform: translateX(-60%);
}

.size {
  min-width: 190px;
}

.sizes {
  display: flex;
  flex-wrap: wrap;
  gap: 12px 20px;
  align-items: center;
  padding: 12px 0 0;
  border-top: 1px solid var(--line);
}

.confirm {
  display: flex;
  gap: 8px;
  align-items: center;
  min-height: 44px;
}

.confirm input {
  width: 20px;
  height: 20px;
  accent-color: var(--leaf);
}

@media (max-width: 700px) {
  .head {
    grid-template-columns: minmax(0, 1fr);
  }

  .head > :first-child,
  .size {
    display: none;
  }

  .axis strong {
    transform: translateX(-100%);
  }
}
</style>
