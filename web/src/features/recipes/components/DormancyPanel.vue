<script setup lang="ts">
import { ref } from 'vue'
import { stepSentence } from '@/shared/drawing/furrowOf'
import { confidenceWords, dormancyWords } from '@/shared/labels'
import { useSuggestions } from '../composables/useSuggestions'

/** Why this seed may not sprout: a guess with its reasons, and a set of treatments worth comparing. */
const props = defineProps<{ lot: number; mayPlan: boolean }>()

const { data, treated, make, making, sentence } = useSuggestions(() => props.lot)
const ready = ref<number[] | null>(null)

async function makeThem() {
  ready.value = (await make())?.map((r) => r.id) ?? null
}
</script>

<template>
  <details v-if="data">
    <summary>
      <h2>Why does it not germinate?</h2>
      Likely {{ dormancyWords[data.likely] }}
      <span class="quiet"
        >({{
          data.confidence === 'guess' ? 'starting point' : `${confidenceWords[data.confidence]}, a starting point`
        }})</span
      >
    </summary>
    <ul class="reasons">
      <li v-for="r in data.reasons" :key="r">{{ r }}</li>
    </ul>
    <p>Worth comparing:</p>
    <ul class="plain">
      <li v-for="t in data.treatments" :key="t.name">
        <strong>{{ t.name }}</strong>
        <span class="quiet">{{ t.steps.length ? `${t.steps.map(stepSentence).join(' → ')}. ` : '' }}{{ t.why }}</span>
      </li>
    </ul>
    <p v-if="sentence" class="notice bad" role="alert">{{ sentence }}</p>
    <p v-if="ready" role="status">
      <RouterLink :to="{ name: 'plan', query: { lot, recipe: ready } }">Plan these treatments</RouterLink> or
      <RouterLink :to="{ name: 'new-trial', query: { lot, recipe: ready } }">start a trial of them</RouterLink>
    </p>
    <v-btn v-else-if="mayPlan && treated.length" variant="outlined" color="primary" :loading="making" @click="makeThem"
      >Make these recipes</v-btn
    >
  </details>
</template>

<style scoped>
summary {
  min-height: 48px;
  padding: 10px 0;
  cursor: pointer;
}

summary h2 {
  display: inline;
  margin-right: 0.5em;
}

p {
  margin: 4px 0;
}

.reasons {
  margin: 4px 0 8px;
  padding-left: 20px;
}
</style>
