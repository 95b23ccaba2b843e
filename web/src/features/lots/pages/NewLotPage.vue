<script setup lang="ts">
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import { PlaceField } from '@/features/places'
import { PlantField } from '@/features/taxa'
import ChipChoice from '@/shared/components/ChipChoice.vue'
import CrumbTrail from '@/shared/components/CrumbTrail.vue'
import LabelBench from '@/shared/components/LabelBench.vue'
import { useAnswer } from '@/shared/composables/useAnswer'
import { useProblem } from '@/shared/composables/useProblem'
import { useTitle } from '@/shared/composables/useTitle'
import { numberOrNull } from '@/shared/format/numbers'
import { choicesOf, originWords } from '@/shared/labels'
import { concludeLot, useAddLot, type Lot } from '../api'
import AmountLine from '../components/AmountLine.vue'
import LotFieldInput from '../components/LotFieldInput.vue'
import LotFields from '../components/LotFields.vue'
import QuickLine from '../components/QuickLine.vue'
import { emptyLabel, nextLabel, ON_LABEL, requestOf, withLine } from '../logic/label'
import { askedIn, FORM_LINES } from '../logic/lotForm'

/** A lot is written like the label on its bag; only its plant is needed, and beside it stands what follows from it. */
useTitle(() => 'Add lot')
const router = useRouter()
const add = useAddLot()
const { attempt, at, foot } = useProblem()
const label = ref(emptyLabel())
const line = ref('')
/** A new label begins with an empty line and closed fields. */
const turn = ref(0)
const more = ref(false)
const made = ref<Lot[]>([])

/** Fields beside each other on the label; the table of fields says how each is asked, and of which lots. */
const LINES = [
  ['origin_place', 'leave'],
  ['collected_on', 'collector', 'parents'],
]
const named = (...names: string[]) =>
  FORM_LINES.flatMap((of) => askedIn(of, label.value.lot)).filter((f) => names.includes(f.name))
const values = computed(() => label.value.lot as unknown as Record<string, unknown>)

const origin = computed({
  get: () => [label.value.lot.origin_kind],
  set: ([kind]) => (label.value.lot = { ...label.value.lot, origin_kind: kind ?? 'wild' }),
})
const asked = computed(() => {
  const { taxon } = label.value.lot
  const { unit, number } = label.value.amount
  return { taxon, amount: numberOrNull(number), unit: unit === 'later' ? ('seeds' as const) : unit }
})
const { answer: follows } = useAnswer(asked, concludeLot)
const FIELDS = [
  '/code',
  '/field_name',
  '/leave',
  '/collected_on',
  '/parents',
  '/claimed_percent',
  '/claimed_days',
  '/amount',
]

async function save(then: 'open' | 'next' | 'print') {
  const lot = await attempt(() => add.mutateAsync(requestOf(label.value)))
  if (!lot) return
  if (then === 'open') await router.push({ name: 'lot', params: { id: lot.id } })
  else if (then === 'print') await router.push({ name: 'labels', query: { lot: lot.id } })
  else {
    made.value = [lot, ...made.value]
    label.value = nextLabel(label.value)
    line.value = ''
    turn.value += 1
    more.value = false
  }
}
</script>

<template>
  <main class="page">
    <CrumbTrail :steps="[{ words: 'Lots', to: '/lots' }]" />
    <h1>Add lot</h1>
    <LabelBench
      title="Write it as on the bag. Only the plant is needed."
      :code="label.code || (follows?.code ?? '')"
      @save="save('open')"
    >
      <QuickLine :key="turn" v-model="line" @read="(read) => (label = withLine(label, read))" />
      <div class="form-row">
        <PlantField v-model="label.lot.taxon" label="Plant, if known" :messages="at('/taxon')" />
        <template v-if="!label.lot.taxon || label.lot.field_name">
          <LotFieldInput v-for="f in named('field_name')" :key="f.name" v-model="values[f.name]" :field="f" :at="at" />
        </template>
      </div>
      <ChipChoice v-model="origin" label="Where it came from" :choices="choicesOf(originWords)" />
      <div v-for="(names, n) in LINES" :key="n" class="form-row">
        <LotFieldInput v-for="f in named(...names)" :key="f.name" v-model="values[f.name]" :field="f" :at="at" />
      </div>
      <AmountLine v-model="label.amount" :messages="at('/amount')" />
      <div class="form-row">
        <PlaceField v-model="label.place" label="Kept at" :messages="at('/place')" />
        <v-text-field
          v-model="label.code"
          label="Code on the bag"
          placeholder="next free one"
          maxlength="12"
          :error-messages="at('/code')"
        />
      </div>
      <button type="button" class="text-link more" :aria-expanded="more" @click="more = !more">
        {{ more ? 'Less' : 'Ripeness, hazards, hybrid, seller’s claim and note' }}
      </button>
      <LotFields
        v-if="more || at('/claimed_percent').length || at('/claimed_days').length"
        v-model="label.lot"
        :at="at"
        :without="ON_LABEL"
      />
      <template #beside>
        <p v-if="!label.lot.taxon" class="quiet">
          A field name is enough while the species is unknown. Record seed from a stand you watch through its
          <RouterLink to="/stands">harvest</RouterLink>.
        </p>
        <p v-for="s in follows?.sentences" :key="s">{{ s }}</p>
        <template v-if="follows?.next.length">
          <h3>Next</h3>
          <ul class="next">
            <li v-for="s in follows.next" :key="s">{{ s }}</li>
          </ul>
        </template>
        <p v-if="follows?.lots.length" class="quiet">
          Here already:
          <template v-for="(l, i) in follows.lots" :key="l.id"
            >{{ i ? ', ' : ''
            }}<RouterLink :to="{ name: 'lot', params: { id: l.id } }" class="code">{{ l.code }}</RouterLink></template
          >
        </p>
        <p v-if="foot(...FIELDS)" class="notice bad" role="alert">{{ foot(...FIELDS) }}</p>
        <div class="ways">
          <v-btn type="submit" color="primary" :loading="add.isPending.value">Save lot</v-btn>
          <v-btn variant="outlined" color="primary" :disabled="add.isPending.value" @click="save('next')"
            >Save and write the next</v-btn
          >
          <v-btn variant="outlined" color="primary" :disabled="add.isPending.value" @click="save('print')"
            >Save and print its label</v-btn
          >
          <RouterLink to="/lots">Cancel</RouterLink>
        </div>
        <ul v-if="made.length" class="plain" aria-label="Written just now" aria-live="polite">
          <li v-for="l in made" :key="l.id">
            <RouterLink :to="{ name: 'lot', params: { id: l.id } }"
              ><span class="code">{{ l.code }}</span> {{ l.common_name }}</RouterLink
            >
          </li>
        </ul>
      </template>
    </LabelBench>
  </main>
</template>

<style scoped>
.ways {
  display: grid;
  gap: 10px;
  justify-items: start;
}

.next {
  margin: 0;
  padding-left: 20px;
}

.more {
  justify-self: start;
}
</style>
