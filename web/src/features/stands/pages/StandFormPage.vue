<script setup lang="ts">
import { computed, reactive, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { PlaceField } from '@/features/places'
import { PlantField, useTaxa } from '@/features/taxa'
import CrumbTrail from '@/shared/components/CrumbTrail.vue'
import DayField from '@/shared/components/DayField.vue'
import FormFoot from '@/shared/components/FormFoot.vue'
import HazardBanner from '@/shared/components/HazardBanner.vue'
import LabelBench from '@/shared/components/LabelBench.vue'
import StaleNotice from '@/shared/components/StaleNotice.vue'
import { useProblem } from '@/shared/composables/useProblem'
import { useTitle } from '@/shared/composables/useTitle'
import { weekdayLong } from '@/shared/format/dates'
import { numberOrNull } from '@/shared/format/numbers'
import { choicesOf, sheddingWords } from '@/shared/labels'
import PlaceFromPhoto from '../components/PlaceFromPhoto.vue'
import { useAddStand, useChangeStand, useStand, type StandRequest } from '../api'

const route = useRoute()
const router = useRouter()
const id = computed(() => (route.params.id ? Number(route.params.id) : null))
useTitle(() => (id.value ? 'Change a stand' : 'Add stand'))
const { data: stand } = useStand(() => id.value ?? 0)
const { data: taxa } = useTaxa()
const add = useAddStand()
const change = useChangeStand(() => id.value ?? 0)
const { attempt, at, foot, problem } = useProblem()
const SHEDDING = choicesOf(sheddingWords)

const text = reactive({ latitude: '', longitude: '', elevation: '', plants: '' })
const form = reactive<StandRequest>({
  taxon: null,
  field_name: '',
  place_name: '',
  show_exact: false,
  ecoregion: '',
  habitat: '',
  own_ground: false,
  leave_by: '',
  leave_until: null,
  protected: false,
  licence: '',
  invasive: false,
  may_be_mown: false,
  mown_from: null,
  shedding: 'holds',
  watch_from: null,
  weather_place: null,
  note: '',
})
let seen = 1
watch(
  stand,
  (s) => {
    if (!s || !id.value || seen !== 1) return
    seen = s.version
    for (const key of Object.keys(form) as (keyof typeof form)[])
      Object.assign(form, { [key]: s[key as keyof typeof s] })
    text.elevation = s.elevation_m?.toString() ?? ''
    text.plants = s.plants?.toString() ?? ''
  },
  { immediate: true },
)
const plant = computed(() => taxa.value?.results.find((t) => t.id === (form.taxon ?? stand.value?.taxon)))
/** What follows from what is written. */
const follows = computed(() =>
  [
    form.watch_from
      ? `The first visit is on ${weekdayLong(form.watch_from)}; later ones follow from how ripe it is and how it sheds.`
      : 'Without a first visit no day is proposed. Set one when you know the season.',
    form.own_ground || form.leave_by ? '' : 'Without permission no harvest can be recorded here.',
    form.protected && !form.licence ? 'A protected plant is not collected without a licence.' : '',
    form.invasive ? 'Do not move its seed elsewhere.' : '',
    form.may_be_mown ? 'Collect before it is mown. Strips that mowing misses hold seed.' : '',
  ].filter(Boolean),
)
// how a plant sheds is known of many plants: a starting point, to be changed here
watch(
  () => form.taxon,
  (taxon) => {
    const plant = taxa.value?.results.find((t) => t.id === taxon)
    if (plant && !id.value) form.shedding = plant.shedding
  },
)

function placed(place: { latitude: number; longitude: number; elevation_m: number | null }) {
  text.latitude = String(Number(place.latitude.toFixed(5)))
  text.longitude = String(Number(place.longitude.toFixed(5)))
  if (place.elevation_m !== null) text.elevation = place.elevation_m.toFixed(0)
}

const dated = (value: string | null | undefined) => value || null
async function save() {
  const place =
    numberOrNull(text.latitude) === null && numberOrNull(text.longitude) === null && id.value
      ? {}
      : { latitude: numberOrNull(text.latitude), longitude: numberOrNull(text.longitude) }
  const { taxon, ...rest } = form
  const body = {
    ...rest,
    ...place,
    elevation_m: numberOrNull(text.elevation),
    plants: numberOrNull(text.plants),
    leave_until: dated(form.leave_until),
    mown_from: dated(form.mown_from),
    watch_from: dated(form.watch_from),
  }
  const saved = await attempt(() =>
    id.value ? change.mutateAsync({ version: seen, ...body }) : add.mutateAsync({ taxon, ...body }),
  )
  if (saved) await router.push({ name: 'stand', params: { id: saved.id } })
}

async function leave() {
  await router.push(id.value ? { name: 'stand', params: { id: id.value } } : { name: 'stands' })
}
const FIELDS = [
  '/field_name',
  '/place_name',
  '/latitude',
  '/longitude',
  '/elevation_m',
  '/plants',
  '/leave_until',
  '/watch_from',
  '/mown_from',
]
</script>

<template>
  <main class="page">
    <CrumbTrail :steps="[{ words: 'Stands', to: '/stands' }]" />
    <h1>{{ id ? `Change ${stand?.common_name ?? ''}` : 'Add stand' }}</h1>
    <LabelBench title="Plants of one kind at one place. Only the plant and the place are needed." code="" @save="save">
      <div class="form-row">
        <PlantField v-if="!id" v-model="form.taxon" label="Plant, if known" />
        <v-text-field v-model="form.field_name" label="Field name" :error-messages="at('/field_name')" />
        <v-text-field v-model="form.place_name" label="Place" :error-messages="at('/place_name')" />
      </div>
      <div class="form-row">
        <v-select v-model="form.shedding" :items="SHEDDING" label="How it sheds" />
        <DayField of="plan" v-model="form.watch_from" label="First visit of the season" :messages="at('/watch_from')" />
        <v-text-field v-model="text.plants" label="Plants" inputmode="numeric" :error-messages="at('/plants')" />
      </div>
      <label class="tick"><input v-model="form.own_ground" type="checkbox" /> It is our own land</label>
      <div v-if="!form.own_ground" class="form-row">
        <v-text-field v-model="form.leave_by" label="Permission or permit" />
        <DayField of="plan" v-model="form.leave_until" label="Permission until" :messages="at('/leave_until')" />
      </div>
      <div class="ticks">
        <label class="tick"><input v-model="form.protected" type="checkbox" /> The plant is protected here</label>
        <label class="tick"><input v-model="form.invasive" type="checkbox" /> It is invasive here</label>
        <label class="tick"><input v-model="form.may_be_mown" type="checkbox" /> It may be mown</label>
      </div>
      <div v-if="form.protected || form.may_be_mown" class="form-row">
        <v-text-field v-if="form.protected" v-model="form.licence" label="Licence" :error-messages="at('/licence')" />
        <DayField
          v-if="form.may_be_mown"
          of="plan"
          v-model="form.mown_from"
          label="Mown from"
          :messages="at('/mown_from')"
        />
      </div>
      <div class="form-row">
        <v-text-field
          v-model="text.latitude"
          label="Latitude, °"
          :placeholder="stand?.position ? 'as it is kept' : '43.4127'"
          :error-messages="at('/latitude')"
        />
        <v-text-field
          v-model="text.longitude"
          label="Longitude, °"
          :placeholder="stand?.position ? 'as it is kept' : '-118.9051'"
          :error-messages="at('/longitude')"
        />
        <v-text-field v-model="text.elevation" label="Elevation, m" :error-messages="at('/elevation_m')" />
      </div>
      <PlaceFromPhoto @place="placed" />
      <label class="tick"
        ><input v-model="form.show_exact" type="checkbox" /> Show coordinates exactly (else to a tenth of a
        degree)</label
      >
      <div class="form-row">
        <v-text-field v-model="form.ecoregion" label="Ecoregion" />
        <v-text-field v-model="form.habitat" label="Habitat" />
        <PlaceField v-model="form.weather_place" label="Weather log of" />
      </div>
      <v-textarea v-model="form.note" label="Note" rows="2" />
      <template #beside>
        <HazardBanner v-if="plant" :hazards="plant.hazards ?? []" />
        <p v-if="plant?.note">
          {{ plant.note }} <span class="quiet">({{ plant.note_source }}; a starting point)</span>
        </p>
        <p v-for="s in follows" :key="s">{{ s }}</p>
        <p class="quiet">Permits and local rules come first. These entries only remind you of them.</p>
        <StaleNotice :problem="problem" :yours="form" @over="(version) => (seen = version)" />
        <FormFoot
          action="Save the stand"
          :busy="add.isPending.value || change.isPending.value"
          :sentence="problem?.current ? '' : foot(...FIELDS)"
          @leave="leave"
        />
      </template>
    </LabelBench>
  </main>
</template>

<style scoped>
.ticks {
  display: flex;
  flex-wrap: wrap;
  gap: 0 28px;
}
</style>
