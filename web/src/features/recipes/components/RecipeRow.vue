<script setup lang="ts">
import { computed, ref } from 'vue'
import { ThingFoot } from '@/features/changes'
import { useSession } from '@/features/people'
import FurrowDrawing from '@/shared/drawing/FurrowDrawing.vue'
import { furrowBeforeSowing, stepSentence } from '@/shared/drawing/furrowOf'
import { schoolWords } from '@/shared/labels'
import type { Recipe } from '../api'
import { stretches } from '../logic/groups'
import LadderForm from './LadderForm.vue'
import RecipeConclusions from './RecipeConclusions.vue'
import RecipeResults from './RecipeResults.vue'
import RecipeVersions from './RecipeVersions.vue'

/** A recipe of the list: its furrow on the list's axis, what it rests on, and what can be done with it. */
const props = defineProps<{ recipe: Recipe; domain: readonly [number, number]; selected: boolean }>()
const emit = defineEmits<{ select: []; walk: [by: number] }>()
/** How far the figures of a recipe that no trial used can be relied on. */
const RELIES = {
  sure: 'Well known, not tested here',
  likely: 'Likely, not tested here',
  guess: 'Starting point (common practice, not tested here)',
}
const { user } = useSession()
const open = ref(false)
/** A recipe with steps can be planned and tried. */
const selectable = computed(() => Boolean(user.value?.may_plan) && props.recipe.steps.length > 0)
const ladder = ref(false)
const relies = computed(() =>
  props.recipe.tested ? 'Tested in this nursery' : RELIES[props.recipe.confidence ?? 'guess'],
)
const sentence = computed(() => props.recipe.steps.map(stepSentence).join(' → '))
const furrow = computed(() => furrowBeforeSowing(stretches(props.recipe.steps)))
</script>

<template>
  <section
    :id="`recipe-${recipe.id}`"
    class="recipe"
    tabindex="0"
    :aria-label="recipe.name"
    @keydown.enter.self="open = !open"
    @keydown.space.self.prevent="selectable && emit('select')"
    @keydown.down.self.prevent="emit('walk', 1)"
    @keydown.up.self.prevent="emit('walk', -1)"
  >
    <div class="what">
      <h3>
        <input
          v-if="selectable"
          class="no-print"
          type="checkbox"
          tabindex="-1"
          :aria-label="`Select ${recipe.name}`"
          :checked="selected"
          @change="emit('select')"
        />
        {{ recipe.name }} <span v-if="recipe.edition > 1" class="quiet">version {{ recipe.edition }}</span>
      </h3>
      <p>{{ sentence }}</p>
      <p class="quiet">
        {{ relies
        }}<strong v-for="c in recipe.cautions" :key="c.hazard" class="late">. {{ c.hazard.replace(/\.$/, '') }}</strong>
      </p>
    </div>
    <FurrowDrawing class="furrow" small :furrow="furrow" :domain="domain" :label="`${recipe.name}: ${sentence}`" />
    <div class="do no-print">
      <button type="button" class="text-link" :aria-expanded="open" @click="open = !open">Details</button>
      <template v-if="user?.may_plan">
        <RouterLink v-if="recipe.steps.length" :to="{ name: 'plan', query: { recipe: recipe.id } }">Plan</RouterLink>
        <button
          v-if="recipe.steps.length"
          type="button"
          class="text-link"
          :aria-expanded="ladder"
          @click="ladder = !ladder"
        >
          Try several doses
        </button>
        <RouterLink :to="{ name: 'change-recipe', params: { id: recipe.id } }">New version</RouterLink>
      </template>
    </div>
    <div v-if="open || ladder" class="more">
      <LadderForm v-if="ladder" :recipe="recipe" @done="ladder = false" />
      <template v-if="open">
        <p v-if="recipe.note">{{ recipe.note }}</p>
        <p v-if="recipe.school" class="quiet">Method: {{ schoolWords[recipe.school] }}</p>
        <p v-if="recipe.source" class="quiet">Source: {{ recipe.source }}</p>
        <p v-for="c in recipe.cautions" :key="c.hazard" class="notice bad">
          {{ c.hazard }} {{ c.care }} <strong>Gentler: {{ c.gentler }}</strong>
        </p>
        <RecipeVersions :recipe="recipe" />
        <RecipeResults :recipe="recipe.id" />
        <RecipeConclusions :recipe="recipe.id" />
        <ThingFoot kind="recipe" :id="recipe.id" :name="recipe.name" deletable />
      </template>
    </div>
  </section>
</template>

<style scoped>
.recipe {
  display: grid;
  grid-template-columns: minmax(0, 1.3fr) minmax(0, 1fr) auto;
  gap: 4px 28px;
  align-items: center;
  padding: 10px 0;
  border-bottom: 1px solid var(--line-soft);
}

h3 input {
  width: 20px;
  height: 20px;
  margin-right: 6px;
  accent-color: var(--leaf);
  vertical-align: -3px;
}

.what p {
  margin: 2px 0;
}

.do {
  display: flex;
  flex-wrap: wrap;
  gap: 0 18px;
  justify-content: flex-end;
  max-width: 330px;
}

.do > * {
  min-height: 44px;
  line-height: 44px;
}

.more {
  grid-column: 1 / -1;
}

.more .notice {
  margin-top: 6px;
  font-size: 0.92rem;
}

@media (max-width: 900px) {
  .recipe {
    grid-template-columns: minmax(0, 1fr);
  }

  .do {
    justify-content: flex-start;
    max-width: none;
  }
}
</style>
