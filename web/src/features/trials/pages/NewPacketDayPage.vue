<script setup lang="ts">
import { computed, nextTick, reactive, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { fetchLotRows, LotField, readLotLine, type LotRow } from '@/features/lots'
import { useSession } from '@/features/people'
import CrumbTrail from '@/shared/components/CrumbTrail.vue'
import EarlierDrafts from '@/shared/components/EarlierDrafts.vue'
import { useDraft } from '@/shared/composables/useDraft'
import { useProblem } from '@/shared/composables/useProblem'
import { useTitle } from '@/shared/composables/useTitle'
import { idsIn } from '@/shared/format/address'
import { isoDay, moment } from '@/shared/format/dates'
import { plural } from '@/shared/format/numbers'
import { useTrialChanges, type NewTrial } from '../api'
import PacketCard from '../components/PacketCard.vue'
import WhereAndHow from '../components/WhereAndHow.vue'
import { LEAST_SEEDS, MOST_SEEDS, ofLine, ofLot, packetOf, type BenchPacket } from '../logic/packets'

/** Many packets on the bench for one evening: each typed as one line or chosen among the lots, and tested by itself. */
useTitle(() => 'Packet day')
const route = useRoute()
const router = useRouter()
const { user } = useSession()
const { layOutPackets } = useTrialChanges()
const { attempt, at, sentence, problem } = useProblem()

const USUAL_SEEDS = 20
const packets = ref<BenchPacket[]>([])
const usual = ref(USUAL_SEEDS)
const day = reactive<Omit<NewTrial, 'lot' | 'treatments'>>({
  question: '',
  dishes_per_treatment: 1,
  seeds_per_dish: USUAL_SEEDS,
  sow_on: isoDay(new Date()),
  places: [],
  criterion: 'root_2_mm',
  medium: 'towel',
  light: 'light',
  closure: 'sealed',
  temperature_c: 20,
  night_temperature_c: null,
  first_look_days: 3,
  every_days: 3,
  daily_for_days: 0,
  length_days: 28,
  blind: false,
})

const line = ref('')
const field = ref<HTMLInputElement | null>(null)
const said = ref('')
const readings = ref(0)
/** One packet a line: what is pasted with several lines is several packets. */
async function add() {
  const texts = line.value
    .split('\n')
    .map((t) => t.trim())
    .filter(Boolean)
  line.value = ''
  await nextTick()
  field.value?.focus()
  for (const text of texts) {
    readings.value++
    const found = await attempt(() => readLotLine({ text }))
    readings.value--
    if (found) packets.value.push(ofLine(text, found, usual.value))
    else line.value = line.value ? `${line.value}\n${text}` : text
  }
}

const chosen = ref<number | null>(null)
function take(row: LotRow | null) {
  if (!row) return
  const there = packets.value.some((p) => p.lot === row.id)
  said.value = there ? `${row.code} is on the bench already.` : ''
  if (!there) packets.value.push(ofLot(row, usual.value))
  chosen.value = null
}
const given = idsIn(route.query.lot)
if (given.length) void attempt(() => fetchLotRows(given)).then((rows) => rows?.forEach(take))

function change(index: number, packet: BenchPacket) {
  packets.value[index] = packet
}
function takeOfAll(seeds: number) {
  const held = (p: BenchPacket) => (p.unit === 'seeds' && p.amount !== null ? p.amount : seeds)
  packets.value = packets.value.map((p) => ({ ...p, seeds: Math.min(seeds, held(p)) }))
}
const messagesOf = (index: number) =>
  (problem.value?.errors ?? []).filter((e) => e.pointer.startsWith(`/packets/${index}/`)).map((e) => e.message)
const seeds = computed(() => packets.value.reduce((sum, p) => sum + p.seeds, 0))
const open = computed(() => packets.value.filter((p) => p.questions.length).length)

const filled = computed(() => ({ packets: packets.value, day: { ...day }, usual: usual.value, line: line.value }))
const { earlier, keptAt, discard, goOn, done } = useDraft(
  `packets-${user.value?.id ?? 0}`,
  filled,
  () => packets.value.length > 0 || line.value !== '',
)
function resume(draft: (typeof earlier.value)[number]) {
  const was = goOn(draft)
  packets.value = was.packets
  Object.assign(day, was.day)
  usual.value = was.usual
  line.value = was.line
}

async function save(sure = false) {
  const { question, places, dishes_per_treatment, seeds_per_dish, blind, layout, asks, ...shared } = day
  void [dishes_per_treatment, seeds_per_dish, blind, layout, asks]
  const body = { ...shared, question, place: places?.[0] ?? null, packets: packets.value.map(packetOf), sure }
  const made = await attempt(() => layOutPackets.mutateAsync(body))
  if (!made) return
  done()
  await router.push({ name: 'set-up', params: { id: made.id } })
}
</script>

<template>
  <main class="page">
    <CrumbTrail :steps="[{ words: 'Trials', to: '/trials' }]" />
    <h1>Packet day</h1>
    <EarlierDrafts
      :drafts="earlier"
      :words="(d) => plural(d.what.packets.length, 'packet')"
      @resume="resume"
      @discard="discard"
    />
    <div class="bench">
      <section class="main" aria-label="Packets">
        <form class="typing" @submit.prevent="add">
          <label for="packet-line">One packet a line, then Enter</label>
          <input
            id="packet-line"
            ref="field"
            v-model="line"
            autocomplete="off"
            placeholder="Lewis flax, 2023, 85 %, 14 days, 120 seeds"
          />
        </form>
        <LotField v-model="chosen" class="lot" label="Or choose a lot" :messages="said ? [said] : []" @chosen="take" />
        <p v-if="!packets.length" class="quiet">
          Type what is printed: plant, year, the seller’s percentage and days, seeds left.<br />A packet that is not in
          your lots becomes one. Each is tested with {{ LEAST_SEEDS }} to {{ MOST_SEEDS }} seeds.
        </p>
        <ol v-else class="packets" aria-label="Packets on the bench">
          <PacketCard
            v-for="(p, i) in packets"
            :key="p.key"
            :packet="p"
            :usual-days="Number(day.length_days)"
            :messages="messagesOf(i)"
            @change="(changed) => change(i, changed)"
            @remove="packets.splice(i, 1)"
          />
        </ol>
        <p v-if="readings" class="quiet" role="status">Reading …</p>
      </section>
      <section class="beside" aria-label="All packets">
        <h2 class="ruled">What it takes</h2>
        <p>
          <strong class="figures total">{{ plural(packets.length, 'packet') }}</strong><br />{{
            plural(seeds, 'seed')
          }}, one dish for each packet.
        </p>
        <label class="usual"
          >Seeds of each packet
          <input
            v-model.number="usual"
            type="number"
            inputmode="numeric"
            :min="LEAST_SEEDS"
            :max="MOST_SEEDS"
            @change="takeOfAll(usual)"
        /></label>
        <p class="quiet">
          20 seeds show whether a packet is good, middling or dead.<br />A claim is doubted from about 20 points below
          it, with 50 seeds from about 17.
        </p>
        <h2 class="ruled">For all dishes</h2>
        <WhereAndHow v-model="day" :message-at="at" packets />
        <p v-if="sentence" class="notice bad" role="alert">
          {{ sentence }}
          <button v-if="problem?.code === 'in_quarantine'" type="button" class="text-link" @click="save(true)">
            Test it all the same
          </button>
        </p>
        <p v-if="open" class="late">{{ plural(open, 'packet') }} with an open question: see the marked ones.</p>
        <div class="actions">
          <v-btn
            color="primary"
            :loading="layOutPackets.isPending.value"
            :disabled="!packets.length || readings > 0"
            @click="save()"
            >Start packet day</v-btn
          >
          <RouterLink to="/trials">Cancel</RouterLink>
        </div>
        <p v-if="keptAt" class="quiet" role="status">Kept as a draft on this device, {{ moment(keptAt) }}.</p>
      </section>
    </div>
  </main>
</template>

<style scoped>
.bench {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(280px, 340px);
  gap: 20px 36px;
  align-items: start;
  margin-top: 8px;
}

.main,
.beside {
  display: grid;
  gap: 10px;
}

.bench p {
  margin: 0;
}

.typing {
  display: grid;
  gap: 4px;
}

.typing label {
  color: var(--ink-2);
}

.typing input {
  width: 100%;
  min-height: 54px;
  padding: 0 14px;
  border: 2px solid var(--leaf);
  border-radius: 10px;
  background: var(--sheet);
  font-size: 1.1rem;
}

.lot {
  max-width: 460px;
}

.packets {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(220px, 1fr));
  gap: 14px;
  margin: 0;
  padding: 0;
  list-style: none;
}

.total {
  font: 600 1.5rem var(--heading);
}

.usual {
  display: flex;
  gap: 10px;
  align-items: center;
}

.usual input {
  width: 5em;
  min-height: 40px;
  padding: 0 8px;
  border: 1px solid var(--line);
  border-radius: 8px;
  background: var(--sheet);
}

@media (max-width: 1000px) {
  .bench {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
