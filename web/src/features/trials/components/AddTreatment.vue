<script setup lang="ts">
import { reactive } from 'vue'
import { useRecipes } from '@/features/recipes'
import FormFoot from '@/shared/components/FormFoot.vue'
import { useProblem } from '@/shared/composables/useProblem'
import { useTrialChanges } from '../api'

/** A treatment that comes later: it was not run at the same time as the others, and every result says so. */
const props = defineProps<{
  trial: number
  dishes: number
  seeds: number
  lots: readonly { id: number; code: string; name: string }[]
}>()
const emit = defineEmits<{ done: [] }>()

const { data: recipes } = useRecipes()
const { addTreatment } = useTrialChanges()
const { succeeds, at, foot } = useProblem()
const row = reactive({
  lot: props.lots[0]?.id ?? null,
  name: '',
  recipe: null as number | null,
  dishes: props.dishes,
  seeds_per_dish: props.seeds,
})

function takeName(id: number | null) {
  row.name ||= recipes.value?.results.find((r) => r.id === id)?.name.slice(0, 60) ?? ''
}

async function save() {
  const body = { ...row, dishes: Number(row.dishes), seeds_per_dish: Number(row.seeds_per_dish) }
  const made = await succeeds(() => addTreatment.mutateAsync({ id: props.trial, ...body }))
  if (made) emit('done')
}
</script>

<template>
  <form class="form" @submit.prevent="save">
    <h2>Add a treatment</h2>
    <p class="quiet">
      It will be marked “not run at the same time”: its difference may also come from the season or the bench.
    </p>
    <div class="form-row">
      <v-select
        v-if="lots.length > 1"
        v-model="row.lot"
        :items="lots.map((l) => ({ value: l.id, title: `${l.code}, ${l.name}` }))"
        label="Lot"
        :error-messages="at('/lot')"
      />
      <v-autocomplete
        v-model="row.recipe"
        :items="[
          { value: null, title: 'untreated' },
          ...(recipes?.results ?? []).map((r) => ({ value: r.id, title: r.name })),
        ]"
        label="Recipe"
        @update:model-value="takeName"
      />
      <v-text-field v-model="row.name" label="Treatment" :error-messages="at('/name')" />
      <v-text-field v-model="row.dishes" label="Dishes" inputmode="numeric" :error-messages="at('/dishes')" />
      <v-text-field
        v-model="row.seeds_per_dish"
        label="Seeds a dish"
        inputmode="numeric"
        :error-messages="at('/seeds_per_dish')"
      />
    </div>
    <FormFoot
      action="Add"
      :busy="addTreatment.isPending.value"
      :sentence="foot('/name', '/dishes', '/seeds_per_dish')"
      @leave="emit('done')"
    />
  </form>
</template>
