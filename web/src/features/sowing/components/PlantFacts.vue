<script setup lang="ts">
import { computed, ref } from 'vue'
import { StarterNotes, useAddStarterPlant, useStarterPlants, type StarterPlant } from '@/features/taxa'
import FormFoot from '@/shared/components/FormFoot.vue'
import { useProblem } from '@/shared/composables/useProblem'
import { numberOrNull } from '@/shared/format/numbers'
import { choicesOf, lightNeedWords, seedSizeWords } from '@/shared/labels'
import { useAddPlant, useChangePlant, type PlantKnowledge } from '../api'

/** What is said of a plant: a new one, or a change of it. All of it is a starting point. */
const props = defineProps<{ plant?: PlantKnowledge }>()
const emit = defineEmits<{ done: [] }>()

const add = useAddPlant()
const change = useChangePlant(() => props.plant?.taxon ?? 0)
const { attempt, at, foot } = useProblem()
const name = ref(props.plant?.name ?? '')
const common = ref(props.plant?.common_name ?? '')
const note = ref(props.plant?.note ?? '')
const size = ref(props.plant?.seed_size || null)
const light = ref(props.plant?.light_need || null)
const woody = ref(props.plant?.woody ?? false)
const years = ref(props.plant?.years_to_flower ? String(props.plant.years_to_flower) : '')
// a new plant that is among the starter plants can be taken with its notes
const { data: starters } = useStarterPlants()
const addStarter = useAddStarterPlant()
const starter = computed(() => {
  const typed = [name.value, common.value].map((w) => w.trim().toLowerCase()).filter(Boolean)
  return props.plant
    ? undefined
    : starters.value?.find(
        (s) => typed.includes(s.scientific_name.toLowerCase()) || typed.includes(s.common_name.toLowerCase()),
      )
})
async function takeStarter(chosen: StarterPlant) {
  if (await attempt(() => addStarter.mutateAsync(chosen.scientific_name))) emit('done')
}
const busy = computed(() => add.isPending.value || change.isPending.value)

async function save() {
  const body = {
    scientific_name: name.value,
    common_name: common.value,
    note: note.value,
    seed_size: (size.value ?? '') as keyof typeof seedSizeWords | '',
    light_need: (light.value ?? '') as keyof typeof lightNeedWords | '',
    woody: woody.value,
    years_to_flower: numberOrNull(years.value),
  }
  const version = props.plant?.taxon_version
  const made = await attempt(() => (version ? change.mutateAsync({ ...body, version }) : add.mutateAsync(body)))
  if (made) emit('done')
}
</script>

<template>
  <form class="form" @submit.prevent="save">
    <div class="form-row">
      <v-text-field v-model="name" label="Scientific name" maxlength="120" :error-messages="at('/scientific_name')" />
      <v-text-field v-model="common" label="Common name" maxlength="120" :error-messages="at('/common_name')" />
    </div>
    <div v-if="starter" class="starter">
      <StarterNotes :plant="starter" />
      <v-btn variant="outlined" color="primary" :loading="addStarter.isPending.value" @click="takeStarter(starter)"
        >Add {{ starter.common_name }} with these notes</v-btn
      >
    </div>
    <div class="form-row">
      <v-select v-model="size" :items="choicesOf(seedSizeWords)" label="Seed" clearable />
      <v-select v-model="light" :items="choicesOf(lightNeedWords)" label="Light" clearable />
      <v-text-field
        v-model="years"
        label="Years to flower"
        inputmode="numeric"
        :error-messages="at('/years_to_flower')"
      />
    </div>
    <label class="tick"><input v-model="woody" type="checkbox" /> A tree or shrub</label>
    <v-textarea v-model="note" label="Note, a starting point" rows="2" :error-messages="at('/note')" />
    <FormFoot
      action="Save plant"
      :busy="busy"
      :sentence="foot('/scientific_name', '/common_name', '/years_to_flower')"
      @leave="emit('done')"
    />
  </form>
</template>

<style scoped>
.starter {
  display: grid;
  gap: 8px;
  justify-items: start;
}
</style>
