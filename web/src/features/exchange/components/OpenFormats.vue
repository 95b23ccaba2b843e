<script setup lang="ts">
import { computed, ref } from 'vue'
import { addressOf } from '@/shared/api/bench'
import ChipChoice from '@/shared/components/ChipChoice.vue'
import { useOpenFormats } from '../api'

/** The nursery in an open format: what each is for, and what it cannot keep, before it is downloaded. */
defineProps<{ mayPlan: boolean }>()
const { data: formats } = useOpenFormats()
const chosen = ref<string[]>([])
const exact = ref(false)
const choices = computed(() => (formats.value ?? []).map((f) => ({ value: f.name, title: f.name })))
const format = computed(() => formats.value?.find((f) => f.name === chosen.value[0]))
const address = computed(() =>
  addressOf(`/api/v1/standard-files/${format.value?.name ?? ''}/${exact.value ? '?exact=true' : ''}`),
)
</script>

<template>
  <section aria-label="Open formats">
    <h2 class="ruled">Open formats</h2>
    <p>For herbaria, seed banks, receivers and maps. Files in these formats can be imported above too.</p>
    <ChipChoice v-model="chosen" label="Open format" :choices="choices" />
    <template v-if="format">
      <p class="purpose">
        <strong>{{ format.standard }}</strong>: {{ format.purpose }}.
      </p>
      <p class="quiet">What the file leaves out:</p>
      <ul>
        <li v-for="l in format.lost" :key="l">{{ l }}</li>
      </ul>
      <v-checkbox
        v-if="mayPlan"
        v-model="exact"
        label="Exact coordinates, also of stands that are shown coarsely"
        density="compact"
        hide-details
      />
      <p v-if="exact" class="notice">
        Exact places of wild plants can harm them. Give this file only to people who need it, and follow local rules.
      </p>
      <div class="actions">
        <v-btn color="primary" :href="address" download>Download {{ format.name }}</v-btn>
      </div>
    </template>
  </section>
</template>

<style scoped>
.purpose {
  margin: 14px 0 4px;
}

ul {
  margin: 0 0 8px;
  padding-left: 20px;
}
</style>
