<script setup lang="ts">
import { computed, reactive, ref } from 'vue'
import { rightNow } from '@/shared/api/clock'
import ChipChoice from '@/shared/components/ChipChoice.vue'
import { numberOrNull, numbersIn } from '@/shared/format/numbers'
import { choicesOf, outcomeWords, signWords } from '@/shared/labels'
import type { NewVisit } from '../api'
import { useVisitOutbox } from '../composables/useVisitOutbox'
import { photoFacts } from '@/shared/composables/photoFacts'
import { smallPhoto } from '@/shared/composables/smallPhoto'
import { moment } from '@/shared/format/dates'
import { useKept } from '@/shared/outbox/useKept'

/** A ripeness visit: tap how ripe, take the photo, record. The rest is there for those who have a hand free. */
const props = defineProps<{ stand: number }>()
const emit = defineEmits<{ recorded: [] }>()

const { send } = useVisitOutbox()
const { notKept, keeps } = useKept()
const SHARES = [
  { value: 0, title: 'none ripe' },
  { value: 0.1, title: 'a few' },
  { value: 0.3, title: 'a third' },
  { value: 0.5, title: 'half' },
  { value: 0.8, title: 'most' },
  { value: 1, title: 'all' },
]
const SIGNS = choicesOf(signWords)
const SEEN = [
  { value: 'sick', title: 'sick plants' },
  { value: 'eaten', title: 'eaten' },
]
const ENDS = choicesOf(outcomeWords).filter((o) => o.value !== 'watching')

const fresh = () => ({
  share: [] as number[],
  signs: [] as NonNullable<NewVisit['signs']>,
  seen: [] as string[],
  end: [] as NonNullable<NewVisit['outcome']>[],
  heads: '',
  opened: '',
  note: '',
})
const form = reactive(fresh())
const photo = ref<Blob | null>(null)
const picture = ref('')
const takenAt = ref<Date | null>(null)
const byPhoto = ref(false)
const AN_HOUR_MS = 3_600_000
const A_YEAR_MS = 366 * 24 * AN_HOUR_MS
const missing = ref('')
const ready = computed(() => form.share.length > 0 || form.end.length > 0)

async function take(event: Event) {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  if (!file) return
  // read before the photo is made small, which leaves nothing inside
  // a file that is no photo is refused with a sentence when it is sent
  takenAt.value = (await photoFacts(file).catch(() => null))?.takenAt ?? null
  photo.value = await smallPhoto(file)
  if (picture.value) URL.revokeObjectURL(picture.value)
  picture.value = URL.createObjectURL(photo.value)
}

/** A visit that was made earlier than now, by the photo: offered, never taken over by itself. */
const earlier = computed(() => {
  const ago = takenAt.value ? rightNow().getTime() - takenAt.value.getTime() : 0
  return ago > AN_HOUR_MS && ago < A_YEAR_MS ? takenAt.value : null
})
function forgetPhoto() {
  takenAt.value = null
  byPhoto.value = false
  photo.value = null
  URL.revokeObjectURL(picture.value)
  picture.value = ''
}

async function record() {
  const opened = numbersIn(form.opened)
  const heads = numberOrNull(form.heads)
  missing.value = !ready.value
    ? 'Tap how much is ripe, or how it ended.'
    : opened.some((n) => !Number.isInteger(n) || n < 0) || (heads !== null && !Number.isInteger(heads))
      ? 'Pods or heads, and the seeds in each, are whole numbers: “12 9 14”.'
      : opened.length && heads === null
        ? 'You opened some: how many pods or heads are there in all?'
        : ''
  if (missing.value) return
  const visit = {
    client_id: crypto.randomUUID(),
    stand: props.stand,
    at: (byPhoto.value && earlier.value ? earlier.value : rightNow()).toISOString(),
    device_at: new Date().toISOString(),
    share_ripe: form.share[0] ?? 0,
    outcome: form.end[0] ?? 'watching',
    signs: [...form.signs],
    sick: form.seen.includes('sick'),
    eaten: form.seen.includes('eaten'),
    heads,
    opened,
    note: form.note,
    photo: photo.value,
  }
  if (!(await keeps(() => send(visit)))) return
  Object.assign(form, fresh())
  if (photo.value) forgetPhoto()
  emit('recorded')
}

function toggleEnd(ends: NonNullable<NewVisit['outcome']>[]) {
  // a second tap takes it back
  form.end = ends[0] === form.end[0] ? [] : ends
}
</script>

<template>
  <form class="visit" @submit.prevent="record">
    <h2>How ripe is it?</h2>
    <ChipChoice v-model="form.share" label="Share that is ripe" :choices="SHARES" />
    <div class="row">
      <label class="photo" :class="{ taken: picture }">
        <input type="file" accept="image/*" capture="environment" class="sr-only" @change="take" />
        <img v-if="picture" :src="picture" alt="The photo just taken" />
        <span>{{ picture ? 'Take it again' : 'Photo' }}</span>
      </label>
      <button v-if="picture" type="button" class="text-link" @click="forgetPhoto">Without the photo</button>
      <v-btn type="submit" color="primary" class="record" :disabled="!ready">Record the visit</v-btn>
    </div>
    <label v-if="earlier" class="tick"
      ><input v-model="byPhoto" type="checkbox" /> The visit was when the photo was taken:
      {{ moment(earlier.toISOString()) }}</label
    >
    <p v-if="missing || notKept" class="notice bad" role="alert">{{ missing || notKept }}</p>
    <details>
      <summary>Signs, an estimate, how it ended</summary>
      <div class="form">
        <ChipChoice v-model="form.signs" label="Signs seen" :choices="SIGNS" several />
        <ChipChoice v-model="form.seen" label="Trouble seen" :choices="SEEN" several />
        <p v-if="form.seen.includes('sick')" class="notice">
          Never collect from sick plants: leaf spots and other diseases travel on seed.
        </p>
        <div class="form-row">
          <v-text-field v-model="form.heads" label="Pods or heads in all" inputmode="numeric" />
          <v-text-field v-model="form.opened" label="Seeds in each one opened" placeholder="12 9 14" />
        </div>
        <v-text-field v-model="form.note" label="Note" maxlength="300" />
        <ChipChoice :model-value="form.end" label="How it ended" :choices="ENDS" @update:model-value="toggleEnd" />
      </div>
    </details>
  </form>
</template>

<style scoped>
.visit {
  display: grid;
  gap: 12px;
}

.row {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  align-items: center;
}

.photo {
  display: flex;
  gap: 10px;
  align-items: center;
  justify-content: center;
  min-width: 120px;
  min-height: 52px;
  padding: 0 14px;
  border: 1.5px dashed var(--earth-2);
  border-radius: 10px;
  cursor: pointer;
}

.photo:focus-within {
  outline: 3px solid var(--leaf);
  outline-offset: 2px;
}

.photo img {
  width: 48px;
  height: 48px;
  border-radius: 6px;
  object-fit: cover;
}

.photo.taken {
  border-style: solid;
}

.record {
  min-height: 52px;
}

summary {
  min-height: 44px;
  line-height: 44px;
  cursor: pointer;
}

@media (max-width: 700px) {
  .photo,
  .record {
    flex: 1;
  }
}
</style>
