<script setup lang="ts">
import { computed, ref, watchEffect } from 'vue'
import type { Recipe } from '@/features/recipes'
import { listed } from '@/shared/composables/listed'
import { STEP_KINDS } from '@/shared/kinds'
import { lightWords } from '@/shared/labels'
import type { NewTrial } from '../api'

/** The treatments of a trial in the making: a name, a recipe or none, and which one is the control. */
const props = defineProps<{ recipes: Recipe[]; messageAt: (pointer: string) => string[] }>()
const rows = defineModel<NewTrial['treatments']>({ required: true })
/** Dangerous materials are confirmed every time; without any there is nothing to confirm. */
const confirmed = defineModel<boolean>('confirmed', { required: true })

const recipeItems = computed(() => [
  { value: null, title: 'untreated' },
  ...props.recipes.map((r) => ({ value: r.id, title: r.edition > 1 ? `${r.name}, version ${r.edition}` : r.name })),
])

const chosen = computed(() => props.recipes.filter((r) => rows.value.some((t) => t.recipe === r.id)))
/** Each caution once, though several recipes have it. */
const hazards = computed(() => [...new Map(chosen.value.flatMap((r) => r.cautions).map((c) => [c.hazard, c])).values()])

const handled = ref(false)
const dangerous = computed(() => chosen.value.some((r) => r.steps.some((s) => STEP_KINDS[s.kind].burns)))
watchEffect(() => {
  confirmed.value = !dangerous.value || handled.value
})

function add() {
  rows.value = [...rows.value, { name: '', recipe: null, is_control: false }]
}

function remove(index: number) {
  const left = rows.value.filter((_, i) => i !== index)
  if (left.length && !left.some((t) => t.is_control)) left[0] = { ...left[0]!, is_control: true }
  rows.value = left
}

function makeControl(index: number) {
  rows.value = rows.value.map((t, i) => ({ ...t, is_control: i === index }))
}

/** A treatment without a name of its own takes its recipe's. */
function choose(index: number, recipe: number | null) {
  const found = props.recipes.find((r) => r.id === recipe)
  const known = rows.value[index]
  if (known) known.recipe = recipe
  if (found && known && !known.name) known.name = found.name.slice(0, 60)
}
</script>

<template>
  <div v-for="(t, i) in rows" :key="i" class="row" role="group" :aria-label="`Treatment ${i + 1}`">
    <v-autocomplete
      :model-value="listed(t.recipe, recipeItems)"
      :items="recipeItems"
      label="Recipe"
      @update:model-value="(v: number | null) => choose(i, v)"
    />
    <v-text-field v-model="t.name" label="Treatment" :error-messages="messageAt(`/treatments/${i}/name`)" />
    <span v-if="t.light || t.level_a" class="levels quiet"
      >{{ [t.level_a, t.level_b].filter(Boolean).join(' × ')
      }}<template v-if="t.light && !t.level_b">{{ lightWords[t.light] }}</template></span
    >
    <label class="control"
      ><input type="radio" name="control" :checked="t.is_control" @change="makeControl(i)" /> control</label
    >
    <v-btn v-if="rows.length > 1" variant="text" :aria-label="`Remove treatment ${i + 1}`" @click="remove(i)">✕</v-btn>
  </div>
  <p v-for="message in messageAt('/treatments')" :key="message" class="notice bad" role="alert">{{ message }}</p>
  <p v-for="c in hazards" :key="c.hazard" class="notice bad">
    {{ c.hazard }} {{ c.care }} <strong>Gentler: {{ c.gentler }}</strong>
  </p>
  <label v-if="dangerous" class="control">
    <input v-model="handled" type="checkbox" /> The person doing this is trained, and it is allowed here
  </label>
  <div class="actions"><v-btn variant="outlined" color="primary" @click="add">Add a treatment</v-btn></div>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: minmax(0, 1.2fr) minmax(0, 1fr) auto 44px;
  gap: 10px;
  align-items: center;
}

.levels {
  grid-column: 1 / -1;
  margin-top: -8px;
  font-size: 0.9rem;
}

.control {
  display: flex;
  gap: 6px;
  align-items: center;
  min-height: 44px;
}

.control input {
  accent-color: var(--leaf);
  width: 20px;
  height: 20px;
}

p {
  margin: 0;
}

@media (max-width: 560px) {
  .row {
    grid-template-columns: minmax(0, 1fr) auto;
  }

  .row > :first-child,
  .row > :nth-child(2) {
    grid-column: 1 / -1;
  }
}
</style>
