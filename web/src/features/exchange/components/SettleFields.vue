<script setup lang="ts">
import { computed } from 'vue'
import { LotField } from '@/features/lots'
import ChipChoice from '@/shared/components/ChipChoice.vue'
import {
  amountUnitWords,
  choicesOf,
  countsAreWords,
  criterionWords,
  dayOrderWords,
  originWords,
  shapeWords,
} from '@/shared/labels'
import DayField from '@/shared/components/DayField.vue'
import type { FilePreview, Settled } from '../api'

/** What the table itself does not say, or says in a way that could be read otherwise. */
const props = defineProps<{ preview: FilePreview }>()
const settled = defineModel<Partial<Settled>>({ required: true })

const set = (changes: Partial<Settled>) => (settled.value = { ...settled.value, ...changes })
const one = <K extends keyof Settled>(key: K) =>
  computed({
    get: () => (settled.value[key] ? [settled.value[key] as NonNullable<Settled[K]>] : []),
    set: (value: NonNullable<Settled[K]>[]) => set({ [key]: value[0] } as Partial<Settled>),
  })
const order = one('day_order')
const counts = one('counts_are')
const counted = computed(() => props.preview.shape !== 'lots')
const has = (meaning: FilePreview['columns'][number]['meaning']) =>
  props.preview.columns.some((c) => c.meaning === meaning)
const treatments = computed(() => [...new Set(props.preview.trials.flatMap((t) => t.treatments))])
const ORDERS = choicesOf(dayOrderWords).map((o) => ({
  ...o,
  title: `${o.title} (${{ dmy: '31/12/2026', mdy: '12/31/2026', ymd: '2026-12-31' }[o.value]})`,
}))
</script>

<template>
  <div class="form">
    <div class="form-row">
      <v-select
        v-if="preview.sheets.length > 1"
        :model-value="preview.sheet"
        :items="preview.sheets"
        label="Sheet"
        @update:model-value="(v: string) => set({ sheet: v, columns: [], header_row: null, shape: null })"
      />
      <v-select
        :model-value="preview.shape"
        :items="choicesOf(shapeWords)"
        label="Content of the table"
        @update:model-value="(v) => set({ shape: v })"
      />
      <v-text-field
        :model-value="preview.header_row + 1"
        label="Row of the headings"
        type="number"
        min="1"
        @update:model-value="(v: string) => set({ header_row: Math.max(0, Number(v) - 1), columns: [] })"
      />
    </div>
    <template v-if="preview.order_open || settled.day_order">
      <p class="notice" :class="{ bad: preview.order_open && !settled.day_order }">
        Dates in this table are ambiguous. Which order are they in?
      </p>
      <ChipChoice
        v-model="order"
        label="Order of dates"
        :choices="ORDERS.filter((o) => preview.orders.includes(o.value) || settled.day_order === o.value)"
      />
    </template>
    <template v-if="counted">
      <ChipChoice v-model="counts" label="The counts are" :choices="choicesOf(countsAreWords)" />
      <div class="form-row">
        <LotField
          v-if="!has('lot_code')"
          :model-value="settled.lot ?? null"
          label="Seed of which lot"
          @update:model-value="(v: number | null) => set({ lot: v })"
        />
        <v-text-field
          :model-value="settled.question ?? ''"
          label="Question of the trial"
          maxlength="200"
          @update:model-value="(v: string) => set({ question: v })"
        />
        <v-select
          v-if="treatments.length > 1"
          :model-value="settled.control || preview.trials[0]?.control || null"
          :items="treatments"
          label="The control"
          @update:model-value="(v: string) => set({ control: v })"
        />
      </div>
      <div class="form-row">
        <v-text-field
          v-if="!has('sown_seeds')"
          :model-value="settled.seeds ?? ''"
          label="Seeds in each dish"
          inputmode="numeric"
          @update:model-value="(v: string) => set({ seeds: Number(v) || null })"
        />
        <DayField
          v-if="!has('sown_on')"
          :model-value="settled.sown_on ?? ''"
          label="All dishes were sown on"
          @update:model-value="(v: string | null | undefined) => set({ sown_on: v || null })"
        />
        <v-select
          :model-value="settled.criterion ?? 'root_2_mm'"
          :items="choicesOf(criterionWords)"
          label="Counted as germinated"
          @update:model-value="(v) => set({ criterion: v })"
        />
      </div>
    </template>
    <div v-else class="form-row">
      <v-select
        :model-value="settled.origin_kind ?? null"
        :items="choicesOf(originWords)"
        label="Origin, where not given"
        clearable
        @update:model-value="(v) => set({ origin_kind: v ?? null })"
      />
      <v-text-field
        v-if="settled.origin_kind === 'wild'"
        :model-value="settled.leave ?? ''"
        label="Permission, where not given"
        @update:model-value="(v: string) => set({ leave: v })"
      />
      <v-select
        v-if="preview.has_amounts"
        :model-value="preview.amount_unit"
        :items="choicesOf(amountUnitWords)"
        label="Amounts are in"
        @update:model-value="(v) => set({ amount_unit: v })"
      />
    </div>
  </div>
</template>
