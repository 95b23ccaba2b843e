<script setup lang="ts">
import { weekdayShort } from '@/shared/format/dates'
import { plural } from '@/shared/format/numbers'
import { capital } from '@/shared/format/words'
import { stopWords } from '@/shared/labels'
import type { Overview } from '../api'

defineProps<{ trial: Overview; todayIso: string }>()

const WORDS: Record<string, string> = { sow: 'Sow', count: 'Count', close: 'Planned end: check what is left in' }
</script>

<template>
  <section>
    <h3 class="ruled">Next</h3>
    <dl>
      <template v-for="(n, i) in trial.next_steps" :key="i">
        <dt>{{ n.on <= todayIso ? 'Today' : `${n.about ? '≈ ' : ''}${weekdayShort(n.on)}` }}</dt>
        <dd>
          {{ WORDS[n.kind] }} {{ plural(n.dishes, 'dish', 'dishes')
          }}<span v-if="n.on < todayIso && n.kind !== 'close'" class="late">, due {{ weekdayShort(n.on) }}</span>
        </dd>
      </template>
    </dl>
    <p v-if="trial.advice && trial.advice !== 'still_coming'" class="notice">
      {{ capital(stopWords[trial.advice]) }}. {{ trial.advice_note }}
    </p>
    <p v-if="!trial.next_steps.length" class="quiet">Finished.</p>
  </section>
</template>

<style scoped>
dl {
  display: grid;
  grid-template-columns: 108px 1fr;
  gap: 6px 10px;
  margin: 10px 0;
}

dt {
  font-weight: 600;
}

dd {
  margin: 0;
}
</style>
