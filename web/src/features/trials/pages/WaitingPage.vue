<script setup lang="ts">
import { useSession } from '@/features/people'
import EmptyState from '@/shared/components/EmptyState.vue'
import { clockOff } from '@/shared/api/clock'
import { useTitle } from '@/shared/composables/useTitle'
import { moment } from '@/shared/format/dates'
import { plural } from '@/shared/format/numbers'
import HeldLooks from '../components/HeldLooks.vue'
import { useLookOutbox } from '../composables/useLookOutbox'

useTitle(() => 'Waiting')
const { user } = useSession()
const { waiting, refused, noSignal, flush } = useLookOutbox()
</script>

<template>
  <main class="page narrow">
    <h1>What waits on this device</h1>
    <p v-if="clockOff" class="notice">
      This device’s clock is {{ plural(Math.round(Math.abs(clockOff) / 60_000), 'minute') }}
      {{ clockOff > 0 ? 'behind' : 'ahead' }}. Looks are recorded with the right time all the same; put the clock right.
    </p>
    <template v-if="refused.length">
      <h2>To decide</h2>
      <HeldLooks :held="refused" />
    </template>
    <template v-if="waiting.length">
      <h2>To send</h2>
      <p>
        {{ noSignal ? 'No signal: they leave by themselves when it is back.' : 'On their way.' }}
        <button type="button" class="text-link" @click="flush()">Try now</button>
      </p>
      <ul class="plain">
        <li v-for="w in waiting" :key="w.body.client_id">
          <span class="code">{{ w.code }}</span>, {{ w.kind === 'look' ? 'look' : 'closing' }} of {{ moment(w.body.at)
          }}<template v-if="w.who !== user?.id">: waits until who made it signs in here again</template>
        </li>
      </ul>
    </template>
    <EmptyState
      v-if="!waiting.length && !refused.length"
      title="Nothing waits"
      why="What is counted without signal is kept here, each look once, until the server has it. Two counts of one dish come here too, for a person to decide."
    >
      <RouterLink to="/">To today’s rounds</RouterLink>
    </EmptyState>
  </main>
</template>

<style scoped>
.narrow {
  max-width: 720px;
}
</style>
