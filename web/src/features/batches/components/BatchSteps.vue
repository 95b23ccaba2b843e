<script setup lang="ts">
import WideTable from '@/shared/components/WideTable.vue'
import { moment, weekdayShort } from '@/shared/format/dates'
import { doseWords, endsByWords, mediumWords, stepWords } from '@/shared/labels'
import { degrees } from '@/shared/format/units'
import type { BatchStep } from '../api'
import { lengthWords } from '../logic/clock'

/** Each step: what the recipe says, what was planned, what was done. Neither overwrites the other. */
defineProps<{ steps: readonly BatchStep[] }>()

const when = (iso: string | null, clock: boolean) => (iso ? (clock ? moment(iso) : weekdayShort(iso)) : '–')
</script>

<template>
  <WideTable label="Steps">
    <thead>
      <tr>
        <th scope="col">step</th>
        <th scope="col">planned</th>
        <th scope="col">done</th>
        <th scope="col">actual</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="s in steps" :key="s.id">
        <td>
          {{ stepWords[s.kind] }}<template v-if="s.duration">, {{ doseWords(s.duration, s.unit, s.kind) }}</template>
          <div class="quiet">
            {{
              [
                s.temperature_c !== null ? degrees(s.temperature_c) : '',
                s.medium ? mediumWords[s.medium] : '',
                s.ends_by === 'sign' ? `until ${s.sign}` : '',
              ]
                .filter(Boolean)
                .join(', ')
            }}
          </div>
        </td>
        <td class="nowrap">
          {{ when(s.planned_start, s.by_the_clock)
          }}<template v-if="!s.done_not_waited"><br />to {{ when(s.planned_end, s.by_the_clock) }}</template>
        </td>
        <td class="nowrap">
          <template v-if="s.began_at"
            >{{ when(s.began_at, s.by_the_clock)
            }}<template v-if="!s.done_not_waited"
              ><br />{{ s.ended_at ? `to ${when(s.ended_at, s.by_the_clock)}` : 'still going on' }}</template
            ></template
          >
          <span v-else class="quiet">not yet</span>
        </td>
        <td>
          <template v-if="s.actual_days !== null && !s.done_not_waited">{{ lengthWords(s.actual_days) }}</template>
          <div v-if="s.ended_by && !s.done_not_waited" class="quiet">ended by {{ endsByWords[s.ended_by] }}</div>
          <div v-if="s.confirmed_by" class="quiet">cautions confirmed by {{ s.confirmed_by }}</div>
        </td>
      </tr>
    </tbody>
  </WideTable>
</template>
