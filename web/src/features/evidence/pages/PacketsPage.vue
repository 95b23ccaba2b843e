<script setup lang="ts">
import { computed, ref } from 'vue'
import { useRoute } from 'vue-router'
import { useSession } from '@/features/people'
import CrumbTrail from '@/shared/components/CrumbTrail.vue'
import PageState from '@/shared/components/PageState.vue'
import { useTitle } from '@/shared/composables/useTitle'
import { day } from '@/shared/format/dates'
import { plural } from '@/shared/format/numbers'
import { capital } from '@/shared/format/words'
import { usePackets, type PacketResult } from '../api'
import PacketRow from '../components/PacketRow.vue'
import PlanPackets from '../components/PlanPackets.vue'

/** The results of a packet day on one page: what to sow as usual, what thicker, what to replace. */
const route = useRoute()
const id = computed(() => Number(route.params.id))
const { user } = useSession()
const { data, isPending, error, refetch } = usePackets(id)
useTitle(() => (data.value ? `Packets ${data.value.code}` : 'Packets'))

const GROUPS: { use: PacketResult['use']; head: string }[] = [
  { use: 'as_usual', head: 'Sow as usual' },
  { use: 'thicker', head: 'Sow thicker' },
  { use: 'keep', head: 'Keep for rarity' },
  { use: 'replace', head: 'Replace' },
  { use: 'undecided', head: 'Still being counted' },
]
const groups = computed(() =>
  GROUPS.map((g) => ({ ...g, packets: (data.value?.packets ?? []).filter((p) => p.use === g.use) })).filter(
    (g) => g.packets.length,
  ),
)
const of = (...uses: PacketResult['use'][]) => (data.value?.packets ?? []).filter((p) => uses.includes(p.use))
const toSow = computed(() => of('as_usual', 'thicker', 'keep'))
const toBuy = computed(() => of('replace'))
const head = computed(() => {
  const d = data.value
  if (!d) return ''
  if (!d.closed) return `${plural(d.packets.length, 'packet')} being tested`
  const parts = groups.value.map((g) => `${g.packets.length} ${g.head.toLowerCase()}`)
  return capital(parts.join(', '))
})

const doing = ref<'plan' | 'buy' | null>(null)
const copied = ref(false)
const shopping = computed(() => toBuy.value.map((p) => `${p.lot.name} (${p.lot.code})`))
async function copy() {
  await navigator.clipboard.writeText(shopping.value.join('\n'))
  copied.value = true
}
const print = () => window.print()
</script>

<template>
  <main class="page">
    <CrumbTrail :steps="[{ words: 'Trials', to: '/trials' }]" />
    <PageState :pending="isPending" :error="error" @retry="refetch" />
    <template v-if="data">
      <div class="page-top">
        <div>
          <h1>{{ head }}</h1>
          <p class="quiet">
            <span class="code">{{ data.code }}</span> {{ data.question }} Sown {{ day(data.sow_on) }};
            {{ data.closed }} of {{ plural(data.packets.length, 'packet') }} closed.
          </p>
        </div>
        <div class="actions no-print">
          <v-btn
            v-if="data.state === 'counting' && user?.may_count"
            color="primary"
            :to="{ name: 'packet-round', params: { id } }"
            >Count a round</v-btn
          >
          <v-btn v-else-if="data.state === 'planned'" color="primary" :to="{ name: 'set-up', params: { id } }"
            >Set up</v-btn
          >
          <v-btn variant="text" color="primary" @click="print">Print results</v-btn>
        </div>
      </div>
      <nav class="ways no-print" aria-label="This packet day">
        <button
          v-if="user?.may_plan && toSow.length"
          type="button"
          class="text-link"
          @click="doing = doing === 'plan' ? null : 'plan'"
        >
          Plan sowings
        </button>
        <button v-if="toBuy.length" type="button" class="text-link" @click="doing = doing === 'buy' ? null : 'buy'">
          Shopping list
        </button>
        <RouterLink :to="{ name: 'set-up', params: { id } }">Set-up sheet and map</RouterLink>
        <RouterLink v-if="data.state === 'counting'" :to="{ name: 'bench-sheet', params: { id } }"
          >Bench sheet</RouterLink
        >
        <RouterLink v-if="data.state === 'counting'" :to="{ name: 'close-trial', params: { id } }"
          >Close dishes</RouterLink
        >
      </nav>
      <PlanPackets v-if="doing === 'plan'" :packets="toSow" @leave="doing = null" />
      <section v-if="doing === 'buy'" class="buy" aria-label="Shopping list">
        <h2 class="ruled">Shopping list</h2>
        <ul>
          <li v-for="s in shopping" :key="s">{{ s }}</li>
        </ul>
        <button type="button" class="text-link no-print" @click="copy">{{ copied ? 'Copied' : 'Copy' }}</button>
      </section>
      <section v-for="g in groups" :key="g.use" :aria-label="g.head">
        <h2 class="ruled">
          {{ g.head }} <span class="quiet figures">{{ g.packets.length }}</span>
        </h2>
        <ul class="packets">
          <PacketRow
            v-for="p in g.packets"
            :key="p.treatment"
            :packet="p"
            :trial="id"
            :may-close="data.state === 'counting' && user?.may_count === true"
          />
        </ul>
      </section>
      <p class="quiet small">
        On the axis from 0 to 100 %: bar, 95 % range; mark, germinated of sown; flag, the seller’s claim.<br />Lower
        than claimed: even the upper end of the one-sided 95 % interval lies below the claim.
        <RouterLink to="/work-year">Change the limits for sowing</RouterLink>
      </p>
    </template>
  </main>
</template>

<style scoped>
h1 {
  font-size: 1.6rem;
}

.packets {
  margin: 0;
  padding: 0;
  list-style: none;
}

.ways {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 22px;
  margin: 8px 0;
}

section h2 {
  margin-top: 14px;
}

.buy ul {
  columns: 2;
}

.small {
  font-size: 0.86rem;
}

@media print {
  h1 {
    font-size: 14pt;
  }

  h2 {
    margin: 4px 0 0;
    font-size: 10pt;
  }
}
</style>
