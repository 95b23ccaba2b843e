<script setup lang="ts">
import { computed } from 'vue'
import { useSession } from '@/features/people'
import EmptyState from '@/shared/components/EmptyState.vue'
import { clockOff } from '@/shared/api/clock'
import { useTitle } from '@/shared/composables/useTitle'
import { plural } from '@/shared/format/numbers'
import { outbox } from '@/shared/outbox/outbox'
import HeldLooks from '../components/HeldLooks.vue'
import { useLookOutbox } from '../composables/useLookOutbox'

/** Everything on this device that the server does not have yet: what waits, and what somebody must decide. */
useTitle(() => 'Not sent yet')
const { user } = useSession()
const { waiting, refused, held, lasting, flush, decide, claim, words } = outbox
const HELD = {
  'no signal': 'No signal. They are safe on this device and will be sent when the signal is back.',
  'signed out': 'You are signed out. They are safe on this device. Sign in again to send them.',
  'server busy': 'The server is busy. They are safe on this device and will be sent later.',
}
const { refused: heldLooks } = useLookOutbox()
const heldOthers = computed(() => refused.value.filter((row) => !heldLooks.value.some((l) => l.order === row.order)))
</script>

<template>
  <main class="page narrow">
    <h1>Not sent yet</h1>
    <p v-if="clockOff" class="notice">
      This device’s clock is {{ plural(Math.round(Math.abs(clockOff) / 60_000), 'minute') }}
      {{ clockOff > 0 ? 'slow' : 'fast' }}. Records get the right time all the same; please correct the clock.
    </p>
    <p v-if="lasting === false && waiting.length" class="notice">
      This browser may delete what is kept here when the device runs out of space. Send it soon, or add the app to the
      home screen.
    </p>
    <template v-if="refused.length">
      <h2>To decide</h2>
      <HeldLooks :held="heldLooks" />
      <section v-for="row in heldOthers" :key="row.order" class="held" :aria-label="`${words(row)}: to decide`">
        <h3>{{ words(row) }}</h3>
        <p role="alert">{{ row.refusal?.detail }}</p>
        <button type="button" class="text-link" @click="decide(row, row.item)">Send again</button>
        <button type="button" class="text-link" @click="decide(row, null)">Drop it</button>
      </section>
    </template>
    <template v-if="waiting.length">
      <h2>Waiting to send</h2>
      <p>
        {{ held ? HELD[held] : 'Sending.' }}
        <button type="button" class="text-link" @click="flush()">Try now</button>
      </p>
      <ul class="plain">
        <li v-for="row in waiting" :key="row.order">
          {{ words(row)
          }}<template v-if="row.who === null"
            >: it is not known who made it.
            <button type="button" class="text-link" @click="claim(row)">Send as mine</button></template
          ><template v-else-if="row.who !== user?.id">: waits until the person who made it signs in here</template
          ><template v-else-if="row.tries"
            >: the server could not save it, tried {{ plural(row.tries, 'time') }}. {{ row.trouble }}</template
          >
        </li>
      </ul>
    </template>
    <EmptyState
      v-if="!waiting.length && !refused.length"
      title="Everything is saved"
      why="Records made without signal are kept here until the server has them."
    >
      <RouterLink to="/">Go to today’s rounds</RouterLink>
    </EmptyState>
  </main>
</template>

<style scoped>
.narrow {
  max-width: 720px;
}

h1,
h2,
.notice {
  margin-bottom: 12px;
}

h2 {
  margin-top: 20px;
}

.held {
  margin: 10px 0;
  padding: 10px 14px;
  border-left: 4px solid var(--alert);
  background: var(--sheet);
}

.text-link {
  min-height: 44px;
  margin-right: 16px;
}
</style>
