<script setup lang="ts">
import type { LotDecision } from '@/shared/api/types'
import { aimWords } from '@/shared/labels'
import QuotedText from './QuotedText.vue'

/** What the latest trials say to use, each with the way to its decision. */
defineProps<{ decisions: LotDecision[] }>()
</script>

<template>
  <section v-if="decisions.length" aria-label="Decisions">
    <h2 class="ruled">Decisions</h2>
    <ul class="plain">
      <li v-for="d in decisions" :key="d.trial">
        <RouterLink class="code" :to="{ name: 'decide', params: { id: d.trial } }">{{ d.trial_code }}</RouterLink>
        <QuotedText :text="d.headline" />
        <span class="quiet">aim: {{ aimWords[d.aim] }}</span>
      </li>
    </ul>
  </section>
</template>

<style scoped>
li {
  padding: 6px 0;
}

.code {
  margin-right: 0.5em;
}
</style>
