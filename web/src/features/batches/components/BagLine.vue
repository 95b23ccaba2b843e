<script setup lang="ts">
import { computed, reactive, ref } from 'vue'
import ChipChoice from '@/shared/components/ChipChoice.vue'
import { day, weekdayShort } from '@/shared/format/dates'
import { numberOrNull, plural } from '@/shared/format/numbers'
import { careWords, choicesOf, hazardWords, sproutsGoWords, stepWords } from '@/shared/labels'
import type { Bag, NewBagLook } from '../api'

/** One bag on the round: what it wants, one tap for fine, a second one opens the exceptions. */
const props = defineProps<{ bag: Bag; done: string; mayCount: boolean }>()
const emit = defineEmits<{ fine: []; found: [look: Partial<NewBagLook>, word: string, kept: () => void] }>()

const SEEN = [
  { value: 'dry', title: 'dry' },
  { value: 'frozen', title: 'frozen' },
  { value: 'missing', title: 'not there' },
]
const GO = choicesOf(sproutsGoWords)
const open = ref(false)
const form = reactive({
  seen: [] as string[],
  mouldy: '',
  sprouted: '',
  go: [] as (keyof typeof sproutsGoWords)[],
  opened: false,
  note: '',
})
const missing = ref('')

const wants = computed(() => {
  const b = props.bag
  if (!b.care) return b.out_on ? `out ${weekdayShort(b.out_on)}` : 'timer running'
  const what = careWords[b.care]
  if (b.missed > 1) return `${what}: ${b.missed} rounds missed. Look inside first.`
  if (b.days_late > 0) return `${what}: ${plural(b.days_late, 'day')} late`
  return b.days_late === 0 ? `${what} today` : `${what} ${b.due ? weekdayShort(b.due) : ''}`
})
const sprouted = computed(() => numberOrNull(form.sprouted) ?? 0)
const mouldy = computed(() => numberOrNull(form.mouldy) ?? 0)
const bump = (field: 'mouldy' | 'sprouted') => (form[field] = String((numberOrNull(form[field]) ?? 0) + 1))

function record() {
  const whole = [sprouted.value, mouldy.value].every((n) => Number.isInteger(n) && n >= 0)
  missing.value = !whole
    ? 'Enter a whole number.'
    : sprouted.value && !form.go.length
      ? 'Choose what happens to the sprouts.'
      : sprouted.value > props.bag.seeds || mouldy.value > props.bag.seeds
        ? `There are ${props.bag.seeds} seeds in ${props.bag.code}: count again.`
        : ''
  if (missing.value) return
  const gone = form.seen.includes('missing')
  const look: Partial<NewBagLook> = {
    dry: form.seen.includes('dry'),
    frozen: form.seen.includes('frozen'),
    missing: gone,
    ...(gone ? { misted: false, water_changed: false } : {}),
    mouldy: mouldy.value,
    sprouted: sprouted.value,
    sprouts_go: form.go[0] && sprouted.value ? form.go[0] : null,
    opened: form.opened || mouldy.value > 0 || sprouted.value > 0,
    note: form.note,
  }
  const word = [
    ...SEEN.filter((s) => form.seen.includes(s.value)).map((s) => s.title),
    mouldy.value ? `${mouldy.value} mouldy` : '',
    sprouted.value ? `${sprouted.value} sprouted` : '',
  ]
    .filter(Boolean)
    .join(', ')
  emit('found', look, word || 'looked at', clear)
}

function clear() {
  open.value = false
  Object.assign(form, { seen: [], mouldy: '', sprouted: '', go: [], opened: false, note: '' })
}
</script>

<template>
  <article class="bag" :class="{ done, late: !done && bag.wants_now && bag.days_late > 0 }" :aria-label="bag.code">
    <div class="what">
      <RouterLink :to="{ name: 'batch', params: { id: bag.batch } }" class="code">{{ bag.code }}</RouterLink>
      <strong>{{ bag.name }}</strong>
      <span v-for="h in bag.hazards.slice(0, 1)" :key="h" class="hazard">{{ hazardWords[h] }}</span>
      <div class="quiet">
        {{ stepWords[bag.step] }}, day {{ bag.day }}<template v-if="bag.out_on">, out {{ day(bag.out_on) }}</template
        ><template v-if="bag.sprouted">; {{ bag.sprouted }} sprouted</template
        ><template v-if="bag.germinates_in_cold">; germinates here</template
        ><template v-if="bag.trial_code">; {{ bag.trial_code }}, {{ bag.treatment }}</template>
      </div>
      <div :class="done ? 'quiet' : bag.wants_now && bag.days_late > 0 ? 'late' : ''">{{ done || wants }}</div>
    </div>
    <div v-if="mayCount && bag.care" class="do">
      <button
        v-if="!done"
        type="button"
        class="fine"
        :class="{ soft: !bag.wants_now }"
        :aria-label="`${bag.code} is fine`"
        @click="emit('fine')"
      >
        fine
      </button>
      <span v-else class="tick" aria-hidden="true">✓</span>
      <button
        type="button"
        class="more"
        :aria-expanded="open"
        :aria-label="`Something found in ${bag.code}`"
        @click="open = !open"
      >
        found …
      </button>
    </div>
    <RouterLink v-else-if="!bag.care && !bag.out_on" to="/timers" class="more">timer</RouterLink>
    <form v-if="open" class="exceptions" @submit.prevent="record">
      <ChipChoice v-model="form.seen" label="What was found" several :choices="SEEN" />
      <div class="numbers">
        <v-text-field v-model="form.mouldy" label="Mouldy" inputmode="numeric" />
        <v-btn variant="outlined" aria-label="One more mouldy" @click="bump('mouldy')">+1</v-btn>
        <v-text-field v-model="form.sprouted" label="Sprouted" inputmode="numeric" />
        <v-btn variant="outlined" aria-label="One more sprouted" @click="bump('sprouted')">+1</v-btn>
      </div>
      <p v-if="mouldy" class="notice bad">
        Mould: open the bag away from your face, wear a mask and wash your hands. Remove the mouldy seed.
      </p>
      <template v-if="sprouted">
        <p>The sprouts are:</p>
        <ChipChoice v-model="form.go" label="What happens to the sprouts" :choices="GO" />
      </template>
      <label class="tick-line"
        ><input v-model="form.opened" type="checkbox" /> I opened the bag (otherwise inspected from outside)</label
      >
      <v-text-field v-model="form.note" label="Note" maxlength="300" />
      <p v-if="missing" class="late" role="alert">{{ missing }}</p>
      <v-btn type="submit" color="primary">Save</v-btn>
    </form>
  </article>
</template>

<style scoped>
.bag {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 4px 10px;
  align-items: center;
  min-height: 68px;
  padding: 8px 0 8px 10px;
  border-bottom: 1px solid var(--line-soft);
  border-left: 4px solid transparent;
}

.bag.late {
  border-left-color: var(--alert);
  color: inherit;
  font-weight: inherit;
}

.bag.done {
  border-left-color: var(--sprout);
}

.do {
  display: flex;
  flex-direction: row-reverse;
  gap: 4px;
  align-items: center;
}

@media (max-width: 700px) {
  .do {
    flex-direction: column;
  }

  .do .more {
    min-height: 44px;
  }
}

.what .code {
  margin-right: 8px;
}

.what .quiet {
  font-size: 0.92rem;
}

.hazard {
  margin-left: 8px;
  color: var(--alert);
  font-size: 0.9rem;
  font-weight: 600;
}

.fine,
.more {
  min-width: 64px;
  min-height: 52px;
  border-radius: 10px;
}

.fine {
  border: 2px solid var(--leaf);
  color: var(--leaf);
  font-weight: 700;
}

.fine.soft {
  border: 1.5px solid var(--line);
  color: var(--ink-2);
  font-weight: 400;
}

.more {
  color: var(--ink-2);
  text-decoration: underline;
}

.tick {
  min-width: 64px;
  color: var(--sprout-deep);
  font-size: 1.5rem;
  justify-content: center;
}

.exceptions {
  display: grid;
  grid-column: 1 / -1;
  gap: 10px;
  max-width: 620px;
}

.exceptions p {
  margin: 0;
}

.numbers {
  display: grid;
  grid-template-columns: 1fr auto 1fr auto;
  gap: 8px;
  align-items: center;
}

.tick-line {
  display: flex;
  gap: 10px;
  align-items: center;
  min-height: 44px;
}
</style>
