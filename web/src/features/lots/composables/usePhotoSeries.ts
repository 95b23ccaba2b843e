import { computed, onBeforeUnmount, ref } from 'vue'
import { addressOf } from '@/shared/api/bench'
import { lookThrough, stopLooking, type PhotoFound } from '@/shared/api/photos'
import { Problem } from '@/shared/api/problem'
import { readablePhoto } from '@/shared/composables/readablePhoto'
import { numberOrNull } from '@/shared/format/numbers'
import type { Schemas } from '@/shared/api/http'
import { fetchFound } from '../api'
import { foundMarks, type Decided, type Spot } from '../logic/photoCount'

const MOST_BACK = 60
const EXAMPLE = '5eed5eed-5eed-4eed-8eed-5eed5eed5eed'

/** A length that a person marks, end by end. */
export interface Known {
  ends: Spot[]
  mm: string
}

/** One photo of a count: what was found in it, and what a person decided. */
export interface CountPhoto {
  id: string
  /** Its address in this tab, or on the server. */
  address: string
  /** 0..1 while it is being looked through; null: it was. */
  share: number | null
  trouble: string
  found: PhotoFound | null
  decided: Decided
  earlier: Decided[]
  known: Known | null
  mass: string
  /** Made up: to look at, never recorded. */
  example: boolean
}

/** What is kept on the device of a photo, so that a reload loses no correction; the photo itself is on the server by then. */
export type KeptPhoto = Pick<CountPhoto, 'id' | 'decided' | 'known' | 'mass'>

/** Nothing for a photo that the server does not have any more; without signal or on any other trouble the draft stays as it is. */
function goneOrThrow(error: unknown): null {
  if (error instanceof Problem && error.status === 404) return null
  throw error
}

/** The photos of one count, added up: each is looked through on the server, stopped when asked, corrected here. */
export function usePhotoSeries() {
  const photos = ref<CountPhoto[]>([])
  const at = ref(0)
  const current = computed<CountPhoto | undefined>(() => photos.value[at.value])
  const ready = computed(() => photos.value.filter((p) => p.found))
  const owned = new Set<string>()
  onBeforeUnmount(() => owned.forEach((address) => URL.revokeObjectURL(address)))

  const blank = (id: string, address: string): CountPhoto => ({
    id,
    address,
    share: 0,
    trouble: '',
    found: null,
    decided: { marks: [], settled: [] },
    earlier: [],
    known: null,
    mass: '',
    example: false,
  })
  const named = (id: string) => photos.value.find((p) => p.id === id)

  async function add(file: File) {
    await look(crypto.randomUUID(), file, false)
  }
  async function look(id: string, file: File, example: boolean) {
    const address = URL.createObjectURL(file)
    owned.add(address)
    photos.value.push({ ...blank(id, address), example })
    at.value = photos.value.length - 1
    try {
      const found = await lookThrough(id, await readablePhoto(file), true, (share) => {
        const p = named(id)
        if (p) p.share = share
      })
      const p = named(id)
      if (p) Object.assign(p, { found, decided: foundMarks(found), share: null })
    } catch (error) {
      if (!(error instanceof Problem)) throw error
      const p = named(id)
      if (p) Object.assign(p, { trouble: error.detail, share: null })
    }
  }
  /** A made-up photo, to see how it is done; the server keeps it once, however often it is looked at. */
  async function addExample() {
    if (named(EXAMPLE)) return
    const answer = await fetch('/sample-seeds.jpg')
    await look(EXAMPLE, new File([await answer.blob()], 'example.jpg', { type: 'image/jpeg' }), true)
  }
  /** Leave a photo out; one that is being looked through is stopped. */
  function leaveOut(which: number) {
    const p = photos.value[which]
    if (!p) return
    if (p.share !== null) void stopLooking(p.id)
    photos.value.splice(which, 1)
    at.value = Math.max(0, Math.min(at.value, photos.value.length - 1))
  }
  /** Go on with photos that are on the server; those that are not there any more are left out. */
  async function goOn(kept: readonly KeptPhoto[]) {
    const found = await Promise.all(kept.map((k) => fetchFound(k.id).catch(goneOrThrow)))
    photos.value = kept.flatMap((k, i) => {
      const f = found[i]
      if (!f) return []
      return [{ ...blank(k.id, addressOf(`/api/v1/photos/${f.photo}/`)), ...k, share: null, found: f }]
    })
    at.value = 0
  }

  function decide(change: (found: PhotoFound, before: Decided) => Decided) {
    const p = current.value
    if (!p?.found) return
    p.earlier = [...p.earlier.slice(-MOST_BACK), p.decided]
    p.decided = change(p.found, p.decided)
  }
  function undo() {
    const p = current.value
    const before = p?.earlier.at(-1)
    if (!p || !before) return
    p.earlier = p.earlier.slice(0, -1)
    p.decided = before
  }

  const length = (known: Known | null) =>
    known?.ends.length === 2 && known.mm.trim()
      ? { first: known.ends[0]!, second: known.ends[1]!, length_mm: numberOrNull(known.mm) ?? NaN }
      : null
  /** The photos as the server takes them. */
  const sent = computed<Schemas['PhotoMarksRequest'][]>(() =>
    ready.value.map((p) => ({
      photo: p.id,
      marks: p.decided.marks.map(({ x, y, state }) => ({ x, y, state })),
      settled: p.decided.settled,
      length: length(p.known),
      mass_g: numberOrNull(p.mass),
    })),
  )
  const kept = computed<KeptPhoto[]>(() =>
    ready.value.filter((p) => !p.example).map(({ id, decided, known, mass }) => ({ id, decided, known, mass })),
  )
  return { photos, at, current, ready, add, addExample, leaveOut, goOn, decide, undo, sent, kept }
}
