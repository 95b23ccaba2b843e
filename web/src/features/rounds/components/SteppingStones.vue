<script setup lang="ts">
import { computed, ref } from 'vue'
import { ExploreDemo } from '@/features/practice'
import type { FirstSteps } from '../api'
import { STONES } from '../logic/stones'

/** The way into an empty nursery: six stones, each one tap. A stone that was reached is ticked; the path goes when all are. */
const props = defineProps<{ steps: FirstSteps }>()
const HIDDEN = 'awake-furrow-path-hidden'
const hidden = ref(localStorage.getItem(HIDDEN) !== null)
const next = computed(() => STONES.find((s) => !props.steps[s.step])?.step)

function hide(wanted: boolean) {
  hidden.value = wanted
  if (wanted) localStorage.setItem(HIDDEN, 'yes')
  else localStorage.removeItem(HIDDEN)
}
</script>

<template>
  <p v-if="hidden" class="no-print">
    <button type="button" class="text-link" @click="hide(false)">Show the first steps</button>
  </p>
  <section v-else class="no-print" aria-label="First steps">
    <div class="head">
      <h2>First steps</h2>
      <button type="button" class="text-link" @click="hide(true)">Hide</button>
    </div>
    <ol>
      <li v-for="s in STONES" :key="s.step" :class="{ done: steps[s.step], next: s.step === next }">
        <component :is="steps[s.step] ? 'span' : 'RouterLink'" :to="s.to" class="stone">
          <strong>{{ steps[s.step] ? `${s.done} ✓` : s.words }}</strong>
          <span v-if="!steps[s.step]">{{ s.why }}</span>
        </component>
      </li>
    </ol>
    <ExploreDemo />
  </section>
</template>

<style scoped>
section {
  margin: 8px 0 26px;
}

.head {
  display: flex;
  gap: 18px;
  align-items: baseline;
}

ol {
  display: grid;
  grid-template-columns: repeat(6, minmax(0, 1fr));
  gap: 14px;
  margin: 4px 0 18px;
  padding: 0 0 26px;
  border-bottom: 2px dashed var(--earth-2);
  list-style: none;
}

li:nth-child(even) {
  margin-top: 26px;
}

li:nth-child(odd) {
  margin-bottom: 26px;
}

.stone {
  display: grid;
  gap: 2px;
  align-content: center;
  height: 100%;
  min-height: 96px;
  padding: 12px 18px;
  border: 2px solid var(--earth-2);
  border-radius: 48% 52% 46% 54% / 56% 48% 52% 44%;
  background: var(--sheet);
  color: var(--ink);
  font-size: 0.92rem;
  line-height: 1.25;
  text-align: center;
  text-decoration: none;
}

li:nth-child(even) .stone {
  border-radius: 54% 46% 52% 48% / 46% 54% 46% 54%;
}

.next .stone {
  border-color: var(--leaf);
  box-shadow: 0 0 0 2px var(--leaf);
}

.next strong {
  color: var(--leaf);
}

.done .stone {
  border-style: dashed;
  background: none;
  color: var(--ink-2);
}

a.stone:hover {
  background: var(--line-soft);
}

@media (max-width: 900px) {
  ol {
    grid-template-columns: minmax(0, 1fr);
    gap: 8px;
    padding-bottom: 14px;
  }

  li:nth-child(n) {
    max-width: 300px;
    margin: 0;
  }

  li:nth-child(even) {
    margin-left: 44px;
  }

  .stone {
    min-height: 62px;
  }
}
</style>
