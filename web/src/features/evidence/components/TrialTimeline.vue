<script setup lang="ts">
import { useTrialChanges } from '@/features/trials'
import HistoryList from '@/shared/components/HistoryList.vue'
import { moment } from '@/shared/format/dates'
import { plural } from '@/shared/format/numbers'
import { deviationWords } from '@/shared/labels'
import { useTimeline, useTrialHistory } from '../api'

/** Deviations, missed care, who counted, and every change of the trial. */
const props = defineProps<{ id: number; mayCount: boolean }>()

const { data: timeline } = useTimeline(() => props.id)
const { data: history } = useTrialHistory(() => props.id)
const { takeBackDeviation } = useTrialChanges()

const WORDS: Record<string, string> = {
  ...deviationWords,
  late_look: 'Looked at late',
  set_aside: 'Set aside',
  retreated: 'Treated again',
  reopened: 'Reopened',
  added_later: 'Added later',
}
</script>

<template>
  <section v-if="timeline" aria-label="Events">
    <h2 class="ruled">Deviations</h2>
    <p v-if="!timeline.lines.length && !timeline.care.length" class="quiet">None. Looks and care were on time.</p>
    <ul class="plain">
      <li v-for="(l, i) in timeline.lines" :key="i">
        {{ moment(l.at) }}<template v-if="l.by">, {{ l.by }}</template
        >: {{ WORDS[l.kind]
        }}<template v-if="l.dish"
          >, dish <span class="code">{{ l.dish }}</span></template
        >
        <span class="quiet">{{ l.words }}</span>
        <button
          v-if="l.deviation && mayCount"
          type="button"
          class="text-link no-print"
          @click="takeBackDeviation.mutate(l.deviation)"
        >
          undo
        </button>
      </li>
      <li v-for="c in timeline.care" :key="c">{{ c }}</li>
    </ul>
    <h2 class="ruled">People</h2>
    <p v-if="!timeline.people.length" class="quiet">Not counted yet.</p>
    <p v-else>
      <template v-for="(p, i) in timeline.people" :key="p.initials"
        >{{ i ? '; ' : '' }}<strong>{{ p.initials }}</strong> {{ plural(p.looks, 'look') }} at
        {{ plural(p.dishes, 'dish', 'dishes') }}, last {{ moment(p.last_at) }}</template
      >
    </p>
    <HistoryList v-if="history" :entries="history" />
  </section>
</template>
