<script setup lang="ts">
import { computed, ref } from 'vue'
import { useRoute } from 'vue-router'
import { useSession } from '@/features/people'
import { NOT_KEPT } from '@/shared/outbox/outbox'
import PageState from '@/shared/components/PageState.vue'
import { useTitle } from '@/shared/composables/useTitle'
import { plural } from '@/shared/format/numbers'
import { useCountSheet, type CountDish } from '../api'
import PacketTile from '../components/PacketTile.vue'
import { useDeviceSheet } from '../composables/useDeviceSheet'
import { useLookOutbox } from '../composables/useLookOutbox'
import { useRound } from '../composables/useRound'
import { useRoundLeft } from '../composables/useRoundLeft'
import { addOne, NOTHING_NEW, total, type Entry } from '../logic/entry'

/** One round past many packets: a tap on a packet is one more sprout; what is not tapped had nothing new. */
const route = useRoute()
const { user } = useSession()
const id = computed(() => Number(route.params.id))
const { data, isPending, error, refetch } = useCountSheet(id)
useTitle(() => (data.value ? `Round ${data.value.code}` : 'Round'))

const outbox = useLookOutbox()
const ours = computed(() => outbox.waiting.value.filter((w) => w.trial === id.value).length)
const { sheet } = useDeviceSheet(id, data)
const said = ref('')
const round = useRound(sheet, (body, d) => {
  outbox.send({ kind: 'look', trial: id.value, code: d.code, photo: null, body }).catch(() => {
    round.forget(body.client_id)
    said.value = NOT_KEPT
  })
})
const { dishes, made } = round

/** What was tapped and is not recorded yet. */
const tapped = ref<Record<number, Entry>>({})
const order = ref<number[]>([])
const entryOf = (d: CountDish) => tapped.value[d.id] ?? NOTHING_NEW
function more(d: CountDish, by = 1) {
  const next = addOne(entryOf(d), 'germinated', by)
  tapped.value = { ...tapped.value, [d.id]: next }
  if (by > 0) order.value = [...order.value, d.id]
}
function undo() {
  const last = order.value.at(-1)
  const d = dishes.value.find((x) => x.id === last)
  order.value = order.value.slice(0, -1)
  if (d) more(d, -1)
}

/** Who only counts goes back to what is due; others to the results. */
const after = computed(() => (user.value?.may_read ? { name: 'packets', params: { id: id.value } } : { path: '/' }))
const waiting = computed(() => dishes.value.filter((d) => !made.value[d.id]))
const withNew = computed(() => waiting.value.filter((d) => total(entryOf(d))).length)
const inAll = computed(() => waiting.value.reduce((sum, d) => sum + total(entryOf(d)), 0))
const recorded = ref(false)

function record() {
  dishes.value.forEach((d, index) => {
    if (made.value[d.id]) return
    round.goTo(index)
    round.entry.value = entryOf(d)
    round.save()
  })
  tapped.value = {}
  order.value = []
  recorded.value = true
}

useRoundLeft()
</script>

<template>
  <main class="round">
    <header>
      <RouterLink class="leave" :to="after" aria-label="Leave the round">✕</RouterLink>
      <h1>{{ sheet?.code }}</h1>
      <p class="quiet">Tap a packet once for each new sprout.</p>
      <p v-if="ours" class="signal" :class="{ bad: outbox.noSignal.value }" role="status">{{ ours }} waiting to send</p>
    </header>
    <PageState :pending="isPending" :error="sheet ? null : error" @retry="refetch" />
    <p v-if="said" class="notice bad" role="alert">{{ said }}</p>
    <section v-if="recorded && !waiting.length" class="end">
      <h2>The round is done</h2>
      <p>{{ plural(dishes.length, 'packet') }} recorded.</p>
      <v-btn color="primary" :to="after">{{ user?.may_read ? 'Results' : 'Done' }}</v-btn>
    </section>
    <ul v-else class="tiles" aria-label="Packets">
      <PacketTile
        v-for="d in dishes"
        :key="d.id"
        :dish="d"
        :trial="id"
        :fresh="entryOf(d).germinated"
        :recorded="made[d.id] !== undefined"
        @one="more(d)"
        @less="more(d, -1)"
      />
    </ul>
    <footer v-if="waiting.length" class="bar">
      <button type="button" class="plain" :disabled="!order.length" @click="undo">undo</button>
      <button type="button" class="done" @click="record">
        Record: {{ withNew ? `${inAll} new in ${withNew}, ` : '' }}nothing new in {{ waiting.length - withNew }}
      </button>
    </footer>
  </main>
</template>

<style scoped>
.round {
  display: flex;
  flex-direction: column;
  min-height: 100dvh;
  max-width: 1100px;
  margin: 0 auto;
}

header {
  display: flex;
  gap: 4px 14px;
  align-items: center;
  flex-wrap: wrap;
  padding: 8px 16px;
}

header p {
  margin: 0;
}

h1 {
  margin: 0;
  font-size: 1.3rem;
}

.leave {
  display: grid;
  place-items: center;
  min-width: 48px;
  min-height: 48px;
  color: inherit;
  font-size: 1.3rem;
  text-decoration: none;
}

.bad {
  color: var(--alert);
}

.tiles {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(150px, 1fr));
  gap: 10px;
  flex: 1;
  align-content: start;
  margin: 0;
  padding: 4px 12px 12px;
  list-style: none;
}

.bar {
  position: sticky;
  bottom: 0;
  display: flex;
  gap: 10px;
  padding: 10px 16px 14px;
  border-top: 1px solid var(--line);
  background: var(--sheet);
}

.bar button {
  min-height: 58px;
  border-radius: 12px;
  font-size: 1.05rem;
  font-weight: 700;
}

.plain {
  flex: 0 0 84px;
  border: 1.5px solid var(--line);
  background: var(--paper);
}

.plain:disabled {
  color: var(--ink-2);
  opacity: 0.6;
}

.done {
  flex: 1;
  border: 0;
  background: var(--leaf);
  color: var(--sheet);
}

.end {
  padding: 12vh 16px;
  text-align: center;
}
</style>
