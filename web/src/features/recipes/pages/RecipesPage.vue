<script setup lang="ts">
import { computed } from 'vue'
import { useSession } from '@/features/people'
import ChipChoice from '@/shared/components/ChipChoice.vue'
import EmptyState from '@/shared/components/EmptyState.vue'
import PageState from '@/shared/components/PageState.vue'
import SelectionBar from '@/shared/components/SelectionBar.vue'
import { useArrival } from '@/shared/composables/useArrival'
import { useInAddress } from '@/shared/composables/useInAddress'
import { useProblem } from '@/shared/composables/useProblem'
import { useSelection } from '@/shared/composables/useSelection'
import { useTitle } from '@/shared/composables/useTitle'
import { plural } from '@/shared/format/numbers'
import { useAddStarters, useRecipes, type Recipe } from '../api'
import RecipeRow from '../components/RecipeRow.vue'
import { groupOf, GROUPS, lengthOf, speaksOf, type Group } from '../logic/groups'

/** All recipes as furrows on one axis, grouped by what they open. */
useTitle(() => 'Recipes')
const { user } = useSession()
const { data, isPending, error, refetch } = useRecipes()
const addStarters = useAddStarters()
const { attempt, sentence } = useProblem()
useArrival(() => data.value)

const typed = useInAddress('q')
const opens = useInAddress('opens')
const chosen = computed({
  get: () => [opens.value || 'all'],
  set: ([group]) => (opens.value = group === 'all' ? '' : (group ?? '')),
})
const all = computed(() => data.value?.results ?? [])
const chips = computed(() => {
  const there = new Set(all.value.map((r) => groupOf(r.steps)))
  const groups = (Object.keys(GROUPS) as Group[]).filter((g) => there.has(g))
  return [{ value: 'all', title: 'All' }, ...groups.map((g) => ({ value: g as string, title: GROUPS[g] }))]
})
const groups = computed(() => {
  const found = all.value.filter((r) => speaksOf(r, typed.value))
  const byLength = (a: Recipe, b: Recipe) =>
    lengthOf(a.steps) - lengthOf(b.steps) || a.name.localeCompare(b.name, 'en', { numeric: true })
  return (Object.keys(GROUPS) as Group[])
    .filter((g) => !opens.value || g === opens.value)
    .map((g) => ({ key: g, words: GROUPS[g], recipes: found.filter((r) => groupOf(r.steps) === g).sort(byLength) }))
    .filter((g) => g.recipes.length)
})
const listed = computed(() => groups.value.flatMap((g) => g.recipes))
const { selected, isSelected, toggle, clear } = useSelection<Recipe>(() => listed.value)
const ids = computed(() => selected.value.map((r) => String(r.id)))
const select = (recipe: Recipe) => toggle(listed.value.indexOf(recipe))
/** From recipe to recipe by the arrow keys. */
function walk(from: Recipe, by: number) {
  const next = listed.value[listed.value.indexOf(from) + by]
  const row = next && document.getElementById(`recipe-${next.id}`)
  row?.focus()
  row?.scrollIntoView({ block: 'nearest' })
}
// one axis, so that lengths compare down the list
const domain = computed((): [number, number] => [-Math.max(14, ...all.value.map((r) => lengthOf(r.steps))), 2])
</script>

<template>
  <main class="page">
    <div class="page-top">
      <h1>Recipes</h1>
      <v-text-field
        v-if="all.length"
        v-model="typed"
        class="find"
        density="compact"
        aria-label="Find a recipe"
        placeholder="name, step or note …"
        clearable
      />
      <v-btn v-if="user?.may_plan" color="primary" to="/recipes/new">New recipe</v-btn>
    </div>
    <PageState :pending="isPending" :error="error" @retry="refetch" />
    <EmptyState
      v-if="data && !all.length"
      title="No recipe yet"
      why="Recipes (treatments) will be listed here: steps such as soaking, nicking or weeks of cold."
    >
      <div v-if="user?.may_plan" class="actions">
        <v-btn
          variant="outlined"
          color="primary"
          :loading="addStarters.isPending.value"
          @click="attempt(() => addStarters.mutateAsync(undefined))"
          >Add starter recipes</v-btn
        >
      </div>
      <p v-if="sentence" class="notice bad" role="alert">{{ sentence }}</p>
    </EmptyState>
    <template v-if="data">
      <ChipChoice v-if="chips.length > 2" v-model="chosen" label="What they open" :choices="chips" />
      <SelectionBar v-if="selected.length" class="chosen" :words="plural(selected.length, 'recipe')" @clear="clear">
        <RouterLink :to="{ name: 'plan', query: { recipe: ids } }">Plan treatments</RouterLink>
        <RouterLink :to="{ name: 'new-trial', query: { recipe: ids } }">New trial</RouterLink>
      </SelectionBar>
      <div v-for="g in groups" :key="g.key" role="group" :aria-label="g.words">
        <h2 class="ruled">{{ g.words }}</h2>
        <RecipeRow
          v-for="r in g.recipes"
          :key="r.id"
          :recipe="r"
          :domain="domain"
          :selected="isSelected(r.id)"
          @select="select(r)"
          @walk="(by) => walk(r, by)"
        />
      </div>
      <p v-if="all.length && !groups.length" class="sentence">
        No recipe has “{{ typed }}” in it{{ opens ? ' in this group' : '' }}.
      </p>
    </template>
  </main>
</template>

<style scoped>
.find {
  max-width: 320px;
}

.chosen {
  margin-top: 10px;
}

h2 {
  margin-top: 18px;
}
</style>
