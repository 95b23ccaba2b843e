<script setup lang="ts">
import type { ConclusionView } from '@/shared/api/types'
import { day } from '@/shared/format/dates'
import { aimWords } from '@/shared/labels'

/** What people concluded: their words, what they chose, and what the rules said then. */
defineProps<{ conclusions: ConclusionView[]; where: 'trial' | 'lot' | 'recipe'; mayTakeBack?: boolean }>()
const emit = defineEmits<{ takeBack: [id: number] }>()
</script>

<template>
  <ul class="plain">
    <li v-for="c in conclusions" :key="c.id">
      <p class="words">“{{ c.words }}”</p>
      <p class="quiet">
        {{ c.by }}, {{ day(c.at) }}<template v-if="c.treatment_name">, chose {{ c.treatment_name }}</template
        ><template v-if="where !== 'trial'"
          >, on
          <RouterLink class="code" :to="{ name: 'decide', params: { id: c.trial } }">{{
            c.trial_code
          }}</RouterLink></template
        ><template v-if="where === 'recipe'">, {{ c.lot_name }}</template>
        <button v-if="mayTakeBack" type="button" class="text-link no-print" @click="emit('takeBack', c.id)">
          Undo
        </button>
      </p>
      <details v-if="c.verdict.length" class="no-print">
        <summary>
          What the rules said then (version {{ c.rules_version
          }}<template v-if="c.aim">, aim: {{ aimWords[c.aim as keyof typeof aimWords] }}</template
          >)
        </summary>
        <p v-for="v in c.verdict" :key="v">{{ v }}</p>
      </details>
    </li>
  </ul>
</template>

<style scoped>
li {
  padding: 8px 0;
  border-bottom: 1px solid var(--line-soft);
}

p {
  margin: 2px 0;
}

.text-link {
  margin-left: 0.6em;
}

.words {
  font-size: 1.06rem;
}

summary {
  min-height: 32px;
  color: var(--ink-2);
  font-size: 0.9rem;
  cursor: pointer;
}
</style>
