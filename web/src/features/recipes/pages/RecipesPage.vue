<script setup lang="ts">
import { computed, ref } from 'vue'
import { ThingFoot } from '@/features/changes'
import { useSession } from '@/features/people'
import EmptyState from '@/shared/components/EmptyState.vue'
import PageState from '@/shared/components/PageState.vue'
import { useArrival } from '@/shared/composables/useArrival'
import { useTitle } from '@/shared/composables/useTitle'
import { stepSentence } from '@/shared/drawing/furrowOf'
import { schoolWords } from '@/shared/labels'
import { useRecipes, type Recipe } from '../api'
import LadderForm from '../components/LadderForm.vue'
import RecipeConclusions from '../components/RecipeConclusions.vue'
import RecipeForm from '../components/RecipeForm.vue'

useTitle(() => 'Recipes')
/** How far the figures of a recipe are to be relied on. */
const RELIES = {
  sure: 'Tested in this nursery',
  likely: 'Likely, not tested here',
  guess: 'Starting point (common practice, not tested here)',
}
const { user } = useSession()
const { data, isPending, error, refetch } = useRecipes()
useArrival(() => data.value)
const recipes = computed(() =>
  [...(data.value?.results ?? [])].sort((a, b) => a.name.localeCompare(b.name, 'en', { numeric: true })),
)
const writing = ref(false)
const from = ref<Recipe | null>(null)
const ladder = ref<number | null>(null)
const concluded = ref<number | null>(null)

function write(recipe: Recipe | null) {
  from.value = recipe
  writing.value = true
  window.scrollTo({ top: 0 })
}
</script>

<template>
  <main class="page">
    <div class="page-top">
      <h1>Recipes</h1>
      <v-btn v-if="user?.may_plan && !writing" color="primary" @click="write(null)">New recipe</v-btn>
    </div>
    <RecipeForm v-if="writing" :from="from" @done="writing = false" />
    <PageState :pending="isPending" :error="error" @retry="refetch" />
    <EmptyState
      v-if="data && !recipes.length"
      title="No recipe yet"
      why="Recipes (treatments) will be listed here: steps such as soaking, nicking or weeks of cold."
    />
    <section v-for="r in recipes" :id="`recipe-${r.id}`" :key="r.id" class="recipe">
      <div>
        <h3>
          {{ r.name }} <span v-if="r.school" class="quiet">school: {{ schoolWords[r.school] }} </span
          ><span v-if="r.edition > 1" class="quiet">version {{ r.edition }}</span>
        </h3>
        <p>{{ r.steps.map(stepSentence).join(' → ') }}</p>
        <p v-if="r.note">{{ r.note }}</p>
        <p class="quiet">
          {{ RELIES[r.confidence ?? 'guess']
          }}<template v-if="r.source && r.confidence !== 'guess'">. Source: {{ r.source }}</template>
        </p>
        <button
          type="button"
          class="text-link no-print"
          :aria-expanded="concluded === r.id"
          @click="concluded = concluded === r.id ? null : r.id"
        >
          Conclusions and history
        </button>
        <template v-if="concluded === r.id">
          <RecipeConclusions :recipe="r.id" />
          <ThingFoot kind="recipe" :id="r.id" :name="r.name" deletable />
        </template>
        <LadderForm v-if="ladder === r.id" :recipe="r" @done="ladder = null" />
        <p v-for="c in r.cautions" :key="c.hazard" class="notice bad">
          {{ c.hazard }} {{ c.care }} <strong>Gentler: {{ c.gentler }}</strong>
        </p>
      </div>
      <div v-if="user?.may_plan" class="do no-print">
        <v-btn variant="text" color="primary" @click="write(r)">New version</v-btn>
        <v-btn v-if="r.steps.length" variant="text" color="primary" @click="ladder = ladder === r.id ? null : r.id"
          >Try several doses</v-btn
        >
        <v-btn v-if="r.steps.length" variant="text" color="primary" :to="{ name: 'plan', query: { recipe: r.id } }"
          >Plan</v-btn
        >
      </div>
    </section>
  </main>
</template>

<style scoped>
.recipe {
  display: flex;
  gap: 20px;
  justify-content: space-between;
  padding: 12px 0;
  border-bottom: 1px solid var(--line-soft);
}

.recipe p {
  margin: 2px 0;
}

.recipe .notice {
  margin-top: 6px;
  font-size: 0.92rem;
}

.do {
  display: flex;
  flex-shrink: 0;
  flex-wrap: wrap;
  align-content: flex-start;
}

@media (max-width: 700px) {
  .recipe {
    flex-direction: column;
    gap: 4px;
  }
}
</style>
