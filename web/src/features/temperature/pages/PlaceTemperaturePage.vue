<script setup lang="ts">
import { computed, ref } from 'vue'
import { useRoute } from 'vue-router'
import { useSession } from '@/features/people'
import CrumbTrail from '@/shared/components/CrumbTrail.vue'
import EmptyState from '@/shared/components/EmptyState.vue'
import PageState from '@/shared/components/PageState.vue'
import { useProblem } from '@/shared/composables/useProblem'
import { useTitle } from '@/shared/composables/useTitle'
import ColdStrip from '@/shared/drawing/ColdStrip.vue'
import { day, moment } from '@/shared/format/dates'
import { plural } from '@/shared/format/numbers'
import { placeTroubleWords, reasonWords } from '@/shared/labels'
import { degrees, degreesBetween, degreesShown } from '@/shared/format/units'
import { usePlaceTemperature, useTakeBackLog } from '../api'
import EventForm from '../components/EventForm.vue'
import LogImport from '../components/LogImport.vue'

const route = useRoute()
const id = computed(() => Number(route.params.id))
const { user } = useSession()
const { data: page, isPending, error, refetch } = usePlaceTemperature(id)
const takeBack = useTakeBackLog()
const { attempt, sentence } = useProblem()
useTitle(() => (page.value ? `Temperature, ${page.value.place_name}` : 'Temperature'))
const open = ref<'' | 'log' | 'event'>('')
</script>

<template>
  <main class="page">
    <PageState :pending="isPending" :error="error" @retry="refetch" />
    <template v-if="page">
      <CrumbTrail :steps="[{ words: 'Places', to: '/places' }]" />
      <div class="page-top">
        <h1>Temperature, {{ page.place_name }}</h1>
        <div class="actions no-print">
          <v-btn v-if="user?.may_plan" color="primary" @click="open = 'log'">Import a log</v-btn>
          <v-btn v-if="user?.may_count" variant="outlined" color="primary" @click="open = 'event'"
            >Something happened</v-btn
          >
        </div>
      </div>
      <LogImport v-if="open === 'log'" :place="id" @done="open = ''" />
      <EventForm v-if="open === 'event'" :place="id" @done="open = ''" />
      <p v-if="sentence" class="notice bad" role="alert">{{ sentence }}</p>
      <EmptyState
        v-if="!page.first_at && open !== 'log'"
        title="No log of this place yet"
        why="A fridge can be warmer than its dial says, and can freeze at the back. Put a logger beside the bags and import its file here."
      />
      <template v-if="page.first_at && page.first_day">
        <p v-if="page.effective_days === null" class="sentence">
          The log holds {{ reasonWords[page.reason as keyof typeof reasonWords] ?? page.reason }}, so the cold given is
          undefined. Import a longer log.
        </p>
        <p v-else class="sentence">
          {{ page.effective_days.toFixed(1) }} days of cold in the band ({{ degreesShown(0.5) }} to {{ degrees(6) }}),
          from {{ day(page.first_at) }} to {{ day(page.last_at ?? page.first_at) }}.
          <template v-if="page.frozen_hours"
            >Frozen for {{ page.frozen_hours.toFixed(0) }} h, {{ page.frozen_longest?.toFixed(0) }} h at a
            stretch.</template
          >
          <template v-if="page.warm_hours"
            >Above {{ degrees(10) }} for {{ page.warm_hours.toFixed(0) }} h, {{ page.warm_longest?.toFixed(0) }} h at a
            stretch.</template
          >
        </p>
        <ColdStrip v-if="page.days.length" :days="page.days" :first="page.first_day" />
        <p v-if="page.known_hours !== null" class="quiet">
          <template v-if="page.just_outside_hours"
            >{{ page.just_outside_hours.toFixed(0) }} h were just outside the band, by at most
            {{ degreesBetween(0.5) }} (a sensor may be off by that much); they do not count as cold. </template
          >Known for {{ page.known_hours.toFixed(0) }} h<template v-if="page.gaps.length"
            >; {{ plural(page.gaps.length, 'gap') }} of {{ page.gap_hours.toFixed(0) }} h together, which count as no
            cold</template
          >.
        </p>
      </template>
      <template v-if="page.events.length">
        <h2 class="ruled">Events</h2>
        <ul class="plain">
          <li v-for="e in page.events" :key="`${e.at}${e.kind}`">
            <strong>{{ placeTroubleWords[e.kind] }}</strong> {{ moment(e.at)
            }}<template v-if="e.until"> to {{ moment(e.until) }}</template
            ><template v-if="e.extreme_c !== null">, down to {{ degrees(e.extreme_c) }}</template>
            <span class="quiet">{{ e.from_log ? 'from the log' : e.note || 'recorded by hand' }}</span>
          </li>
        </ul>
      </template>
      <template v-if="page.logs.length">
        <h2 class="ruled">Logs</h2>
        <ul class="plain">
          <li v-for="l in page.logs" :key="l.id">
            {{ l.name }}: {{ plural(l.count, 'reading') }}, {{ day(l.first_at) }} to {{ day(l.last_at) }}
            <span class="quiet"
              >imported by {{ l.by }}, {{ moment(l.at)
              }}<template v-if="l.left_out">; {{ plural(l.left_out, 'line') }} left out</template></span
            >
            <button
              v-if="user?.may_plan"
              type="button"
              class="text-link"
              @click="attempt(() => takeBack.mutateAsync(l.id))"
            >
              undo it
            </button>
          </li>
        </ul>
      </template>
    </template>
  </main>
</template>

<style scoped>
h2 {
  margin-top: 20px;
}
</style>
