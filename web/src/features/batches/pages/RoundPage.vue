<script setup lang="ts">
import { computed, ref } from 'vue'
import { useRoute } from 'vue-router'
import { useSession } from '@/features/people'
import { rightNow } from '@/shared/api/clock'
import EmptyState from '@/shared/components/EmptyState.vue'
import PageState from '@/shared/components/PageState.vue'
import { useTitle } from '@/shared/composables/useTitle'
import { useKept } from '@/shared/outbox/useKept'
import { plural } from '@/shared/format/numbers'
import { useBagRounds, type Bag, type NewBagLook } from '../api'
import BagLine from '../components/BagLine.vue'
import { useBagOutbox } from '../composables/useBagOutbox'

/** The round: each bag in shelf order with what it wants, one tap for fine, the exceptions, and "all others fine". */
useTitle(() => 'Bags')
const route = useRoute()
const { user } = useSession()
const { data, isPending, error, refetch } = useBagRounds()
const { waiting, noSignal, send, refused, decide } = useBagOutbox()
const { notKept, keeps } = useKept()

const chosen = ref<number | null>(route.query.place ? Number(route.query.place) : null)
const rounds = computed(() => (data.value ?? []).filter((p) => chosen.value === null || p.place === chosen.value))
// what was done on this walk, and what waits on the device from an earlier one
const walked = ref<Record<number, string>>({})
const done = computed<Record<number, string>>(() => ({
  ...Object.fromEntries(waiting.value.map((l) => [l.batch, 'kept on this device'])),
  ...walked.value,
}))
const left = (bags: readonly Bag[]) => bags.filter((b) => b.wants_now && !(b.batch in done.value))
const rest = computed(() => rounds.value.flatMap((p) => left(p.bags)))

function fine(bag: Bag): NewBagLook {
  return {
    client_id: crypto.randomUUID(),
    batch: bag.batch,
    at: rightNow().toISOString(),
    device_at: new Date().toISOString(),
    misted: bag.care === 'mist',
    water_changed: bag.care === 'change_water',
    opened: bag.care === 'change_water',
  }
}
/** A tick says that the look is on the device, so it comes after that. */
async function record(bags: readonly Bag[], look: Partial<NewBagLook>, word: string, kept = () => {}) {
  // one tap, kept in one go: all of them or none
  if (!(await keeps(() => Promise.all(bags.map((bag) => send({ ...fine(bag), ...look })))))) return
  walked.value = { ...walked.value, ...Object.fromEntries(bags.map((bag) => [bag.batch, word])) }
  kept()
}
</script>

<template>
  <main class="page">
    <div class="page-top">
      <h1>Bags</h1>
      <div class="actions no-print">
        <RouterLink to="/rounds/list">Print list and rota</RouterLink>
        <RouterLink to="/timers">Timers</RouterLink>
      </div>
    </div>
    <PageState :pending="isPending" :error="data ? null : error" @retry="refetch" />
    <!-- always there, so that nothing moves under a thumb when the signal goes -->
    <p class="state quiet" role="status">
      <template v-if="waiting.length"
        >{{ waiting.length }} waiting to send{{
          noSignal ? ', because there is no signal. They are safe on this device.' : '.'
        }}</template
      >
      <template v-else-if="!notKept">Everything is saved.</template>
    </p>
    <p v-if="notKept" class="notice bad kept-not" role="alert">{{ notKept }} Nothing was recorded.</p>
    <p v-for="r in refused" :key="r.order" class="notice bad" role="alert">
      {{ r.refusal?.detail }} This look was not recorded.
      <button type="button" class="text-link" @click="decide(r, null)">Drop it</button>
    </p>
    <EmptyState
      v-if="data && !data.length"
      title="No bags yet"
      why="Bags in treatment are listed here, shelf by shelf."
    >
      <RouterLink to="/plan">Plan treatments</RouterLink>
    </EmptyState>
    <div v-if="(data?.length ?? 0) > 1" class="places" role="group" aria-label="Place">
      <button type="button" :class="{ here: chosen === null }" @click="chosen = null">everywhere</button>
      <button
        v-for="p in data"
        :key="p.place ?? 0"
        type="button"
        :class="{ here: chosen === p.place }"
        @click="chosen = p.place"
      >
        {{ p.place_name }} <span v-if="left(p.bags).length" class="figures">{{ left(p.bags).length }}</span>
      </button>
    </div>
    <section v-for="p in rounds" :key="p.place ?? 0" :aria-label="p.place_name">
      <h2 class="ruled">
        {{ p.place_name }}
        <span class="quiet"
          >{{ plural(p.bags.length, 'bag') }}<template v-if="p.turn">, {{ p.turn }}'s round</template></span
        >
      </h2>
      <BagLine
        v-for="b in p.bags"
        :key="b.batch"
        :bag="b"
        :done="done[b.batch] ?? ''"
        :may-count="user?.may_count ?? false"
        @fine="record([b], {}, 'fine')"
        @found="(look, word, kept) => record([b], look, word, kept)"
      />
      <v-btn
        v-if="user?.may_count && left(p.bags).length > 1"
        class="others"
        color="primary"
        block
        @click="record(left(p.bags), {}, 'fine')"
        >All {{ left(p.bags).length }} others fine</v-btn
      >
    </section>
    <p v-if="data?.length && !rest.length" class="sentence">All bags due today are done.</p>
  </main>
</template>

<style scoped>
.page-top a {
  min-height: 44px;
  line-height: 44px;
}

.state {
  min-height: 3em;
  margin: 0;
}

/* seen wherever on the page the tap was */
.kept-not {
  position: sticky;
  z-index: 5;
  top: 0;
}

.places {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 6px;
  padding: 6px 0;
}

.places button {
  min-height: 44px;
  padding: 0 12px;
  border-bottom: 3px solid transparent;
  white-space: nowrap;
}

.places button.here {
  border-color: var(--sprout-deep);
  font-weight: 600;
}

section {
  margin-top: 14px;
}

h2 .quiet {
  margin-left: 8px;
  font: 0.92rem var(--text);
}

.others {
  margin: 12px 0;
}
</style>
