<script setup lang="ts">
import { computed, ref, watchEffect } from 'vue'
import { numberOrNull } from '@/shared/format/numbers'
import { claimWords, LEAST_SEEDS, MOST_SEEDS, type BenchPacket } from '../logic/packets'

/** A packet as it lies on the bench: its plant, year and claim, and how many of its seeds are tested. */
const props = defineProps<{ packet: BenchPacket; usualDays: number; messages: string[] }>()
const emit = defineEmits<{ change: [packet: BenchPacket]; remove: [] }>()

const open = ref(false)
watchEffect(() => {
  if (props.messages.length) open.value = true
})
const held = computed(() => {
  const { amount, unit } = props.packet
  return amount === null ? '' : unit === 'seeds' ? `${amount} left` : `${amount} ${unit}`
})
const claim = computed(() => claimWords(props.packet))
const set = (more: Partial<BenchPacket>) => emit('change', { ...props.packet, ...more })
const number = (event: Event) => numberOrNull((event.target as HTMLInputElement).value)
</script>

<template>
  <li class="packet" :class="{ asked: packet.questions.length || messages.length }">
    <div class="face">
      <strong>{{ packet.name || packet.text }}</strong>
      <span class="quiet">{{ [packet.code, packet.year, held].filter(Boolean).join(' · ') || 'no year' }}</span>
      <span v-if="claim" class="claim figures" :aria-label="`Claimed: ${claim}`">{{ claim }}</span>
    </div>
    <div class="take">
      <label
        >test
        <input
          type="number"
          inputmode="numeric"
          :min="LEAST_SEEDS"
          :max="MOST_SEEDS"
          :value="packet.seeds"
          :aria-label="`Seeds of ${packet.name || packet.text} to test`"
          @change="(e) => set({ seeds: number(e) ?? 0 })"
        />
        seeds</label
      >
      <button type="button" class="text-link" :aria-expanded="open" @click="open = !open">
        {{ open ? 'Done' : 'Change' }}
      </button>
    </div>
    <p v-for="q in [...packet.questions, ...messages]" :key="q" class="late" role="alert">{{ q }}</p>
    <div v-if="open" class="fields">
      <label v-if="packet.lot === null"
        >Plant
        <input
          :value="packet.name"
          @change="(e) => set({ name: (e.target as HTMLInputElement).value, taxon: null, questions: [] })"
      /></label>
      <label v-if="packet.lot === null"
        >Claimed %
        <input
          type="number"
          :value="packet.claimed_percent ?? ''"
          @change="(e) => set({ claimed_percent: number(e), questions: [] })"
      /></label>
      <label v-if="packet.lot === null"
        >Claimed days
        <input
          type="number"
          :value="packet.claimed_days ?? ''"
          @change="(e) => set({ claimed_days: number(e), questions: [] })"
      /></label>
      <label
        >Counted for
        <input
          type="number"
          :placeholder="String(usualDays)"
          :value="packet.length_days ?? ''"
          @change="(e) => set({ length_days: number(e) })"
        />
        days</label
      >
      <button type="button" class="text-link" @click="emit('remove')">Remove packet</button>
    </div>
  </li>
</template>

<style scoped>
.packet {
  display: grid;
  gap: 6px;
  align-content: start;
  padding: 18px 12px 10px;
  border: 1.5px solid var(--line);
  border-top: 0;
  border-radius: 0 0 8px 8px;
  background: var(--sheet);
  /* the folded lip of a paper packet */
  background-image:
    linear-gradient(
      to bottom right,
      transparent calc(50% - 1px),
      var(--line) calc(50% - 1px),
      var(--line) calc(50% + 1px),
      transparent calc(50% + 1px)
    ),
    linear-gradient(
      to bottom left,
      transparent calc(50% - 1px),
      var(--line) calc(50% - 1px),
      var(--line) calc(50% + 1px),
      transparent calc(50% + 1px)
    );
  background-position:
    left top,
    right top;
  background-size: 50% 12px;
  background-repeat: no-repeat;
}

.asked {
  border-color: var(--alert);
}

.face {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 0 8px;
}

.face .quiet {
  font-size: 0.86rem;
}

.claim {
  grid-row: 1 / 3;
  grid-column: 2;
  align-self: center;
  padding: 2px 8px;
  border: 1.5px dashed var(--earth-2);
  border-radius: 8px;
  font-weight: 600;
}

.take,
.fields {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 10px;
  align-items: center;
  justify-content: space-between;
}

.fields label {
  display: flex;
  gap: 6px;
  align-items: center;
}

input {
  width: 4.2em;
  min-height: 36px;
  padding: 0 6px;
  border: 1px solid var(--line);
  border-radius: 6px;
  background: var(--paper);
}

.fields label:first-child input {
  width: 11em;
}

p {
  margin: 0;
}
</style>
