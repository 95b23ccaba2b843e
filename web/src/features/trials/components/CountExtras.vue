<script setup lang="ts">
import { ref } from 'vue'
import { smallPhoto } from '@/shared/composables/smallPhoto'
import { criterionWords, seenHowWords } from '@/shared/labels'
import type { CountDish } from '../api'
import type { Entry, Extras } from '../logic/entry'
import CriterionDrawing from './CriterionDrawing.vue'
import DishTrouble from './DishTrouble.vue'
import PhotoCount from './PhotoCount.vue'

/** What goes with a count: how it was looked at, where the sprouts go, water, a note, a picture; and what went wrong. */
const props = defineProps<{
  dish: CountDish
  trial: number
  criterion: keyof typeof criterionWords
  before: Entry
}>()
const emit = defineEmits<{ counted: [marks: number]; gone: [] }>()
const extras = defineModel<Extras>({ required: true })
const inAll = defineModel<boolean>('inAll', { required: true })
const open = defineModel<boolean>('open', { required: true })

const SPROUTS = { stay: 'stay in, marked', potted: 'are potted', thrown_out: 'are thrown out' } as const
const photo = ref<File | null>(null)
const marking = ref(false)
const trouble = ref(false)

const change = (part: Partial<Extras>) => (extras.value = { ...extras.value, ...part })

/** After a tap the keys count again: Enter is the next dish, not the chip once more. Who came by keyboard stays where they are. */
function letGo(event: MouseEvent) {
  if (event.detail > 0) (document.activeElement as HTMLElement | null)?.blur()
}

function take(event: Event) {
  const file = (event.target as HTMLInputElement).files?.[0]
  if (!file) return
  photo.value = file
  marking.value = true
}

async function keep(marks: [number, number][], file: File) {
  marking.value = false
  const blob = await smallPhoto(file)
  change({ photo: { id: crypto.randomUUID(), blob, marks } })
  if (marks.length) emit('counted', marks.length)
}
</script>

<template>
  <div class="chips" role="group" aria-label="How it is counted" @click="letGo">
    <button type="button" :aria-pressed="inAll" :class="{ chosen: inAll }" @click="inAll = !inAll">
      {{ inAll ? 'typed: in all' : 'typed: new' }}
    </button>
    <button
      type="button"
      :class="{ chosen: extras.seen_how === 'seen_through' }"
      @click="change({ seen_how: extras.seen_how === 'opened' ? 'seen_through' : 'opened' })"
    >
      {{ extras.seen_how === 'opened' ? 'opened' : 'through the bag' }}
    </button>
    <button
      type="button"
      :aria-pressed="extras.watered"
      :class="{ chosen: extras.watered }"
      @click="change({ watered: !extras.watered })"
    >
      watered
    </button>
    <button type="button" :aria-expanded="open" @click="open = !open">{{ open ? 'less' : 'more' }}</button>
  </div>
  <section v-if="open" class="more" aria-label="More about this dish">
    <p class="rule">
      <CriterionDrawing :criterion="criterion" /> Counts as germinated: {{ criterionWords[criterion] }}. This look:
      {{ seenHowWords[extras.seen_how] }}.
    </p>
    <div class="chips" role="radiogroup" aria-label="Sprouts" @click="letGo">
      <span class="say">Sprouts</span>
      <button
        v-for="(word, way) in SPROUTS"
        :key="way"
        type="button"
        role="radio"
        :aria-checked="extras.sprouts === way"
        :class="{ chosen: extras.sprouts === way }"
        @click="change({ sprouts: way })"
      >
        {{ word }}
      </button>
    </div>
    <p v-if="extras.sprouts === 'thrown_out'" class="quiet small">
      A sealed wet bag breeds disease. Take them away from the bench.
    </p>
    <v-text-field
      :model-value="extras.note"
      label="Note"
      maxlength="300"
      @update:model-value="(v: string) => change({ note: v })"
    />
    <div class="chips">
      <label class="still"
        ><input type="file" accept="image/*" capture="environment" class="sr-only" @change="take" /> Count on a
        photo</label
      >
      <button v-if="extras.photo" type="button" @click="change({ photo: null })">Leave the photo out</button>
      <button type="button" :aria-expanded="trouble" @click="trouble = !trouble">Report a problem</button>
    </div>
    <p v-if="extras.photo" class="quiet small">
      A photo with {{ extras.photo.marks.length }} marks goes with this look.
    </p>
    <DishTrouble
      v-if="trouble"
      :dish="props.dish"
      :trial="trial"
      @done="(gone: boolean) => (gone ? emit('gone') : (trouble = false))"
    />
  </section>
  <PhotoCount v-if="marking && photo" :file="photo" :before="before.germinated" @keep="keep" @leave="marking = false" />
</template>

<style scoped>
.chips {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  align-items: center;
  margin-top: 8px;
}

.chips button,
.still {
  flex: 1 1 auto;
  min-height: 48px;
  padding: 0 10px;
  border: 1.5px solid var(--line);
  border-radius: 24px;
  background: var(--sheet);
  font-size: 0.95rem;
  line-height: 45px;
  text-align: center;
  white-space: nowrap;
  cursor: pointer;
}

.chips .chosen {
  border-color: var(--leaf);
  color: var(--leaf);
  font-weight: 600;
}

.still:focus-within {
  outline: 3px solid var(--leaf);
}

.say {
  color: var(--ink-2);
}

.more {
  padding-top: 6px;
}

.rule {
  display: flex;
  gap: 10px;
  align-items: center;
  margin: 4px 0;
  font-size: 0.95rem;
}

.small {
  margin: 4px 0;
  font-size: 0.9rem;
}

.more :deep(.v-text-field) {
  margin-top: 10px;
}
</style>
