<script setup lang="ts">
import { computed, reactive, ref } from 'vue'
import { useRecipes } from '@/features/recipes'
import FormFoot from '@/shared/components/FormFoot.vue'
import { useProblem } from '@/shared/composables/useProblem'
import { plural } from '@/shared/format/numbers'
import { useTrialChanges } from '../api'

/** What did not come up goes on into a second treatment: the same dishes and seeds, counted from here on by themselves. */
const props = defineProps<{ trial: number; dishes: readonly { id: number; code: string; left: number }[] }>()
const emit = defineEmits<{ done: [] }>()

const { data: recipes } = useRecipes()
const { retreatUngerminated } = useTrialChanges()
const { succeeds, at, foot } = useProblem()
const row = reactive({ name: '', recipe: null as number | null })
const chosen = ref<number[]>(props.dishes.map((d) => d.id))
const seeds = computed(() =>
  props.dishes.filter((d) => chosen.value.includes(d.id)).reduce((sum, d) => sum + d.left, 0),
)

function takeName(id: number | null) {
  row.name ||= recipes.value?.results.find((r) => r.id === id)?.name.slice(0, 60) ?? ''
}

async function save() {
  const made = await succeeds(() => retreatUngerminated.mutateAsync({ id: props.trial, ...row, dishes: chosen.value }))
  if (made) emit('done')
}
</script>

<template>
  <form class="form" @submit.prevent="save">
    <h2>Treat the ungerminated seeds</h2>
    <p class="quiet">
      Earlier counts stay with their treatment. Later germination is recorded separately, with its own day 0.
    </p>
    <div class="form-row">
      <v-autocomplete
        v-model="row.recipe"
        :items="(recipes?.results ?? []).map((r) => ({ value: r.id, title: r.name }))"
        label="Further treatment"
        clearable
        @update:model-value="takeName"
      />
      <v-text-field v-model="row.name" label="Called" :error-messages="at('/name')" />
    </div>
    <fieldset>
      <legend>Dishes: {{ plural(chosen.length, 'dish', 'dishes') }}, {{ plural(seeds, 'seed') }}</legend>
      <label v-for="d in dishes" :key="d.id" class="tick"
        ><input v-model="chosen" type="checkbox" :value="d.id" /> <span class="code">{{ d.code }}</span>,
        {{ d.left }} left</label
      >
    </fieldset>
    <FormFoot
      action="Start treatment"
      :busy="retreatUngerminated.isPending.value"
      :disabled="!chosen.length"
      :sentence="foot('/name')"
      @leave="emit('done')"
    />
  </form>
</template>

<style scoped>
fieldset {
  display: flex;
  flex-wrap: wrap;
  gap: 0 18px;
  border: 0;
  padding: 0;
}
</style>
