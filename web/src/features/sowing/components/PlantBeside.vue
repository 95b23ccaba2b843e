<script setup lang="ts">
import { computed } from 'vue'
import HazardBanner from '@/shared/components/HazardBanner.vue'
import PageState from '@/shared/components/PageState.vue'
import QuotedText from '@/shared/components/QuotedText.vue'
import { usePlant } from '../api'
import KnownIntervals from './KnownIntervals.vue'
import NeverTested from './NeverTested.vue'

/** A plant beside its list: the best so far, its treatments as intervals, and what was never tested. A plant without a species is told by its lot. */
const props = defineProps<{ id: number }>()
const of = computed(() =>
  props.id > 0 ? { kind: 'plant' as const, id: props.id } : { kind: 'lot' as const, id: -props.id },
)
const { data, isPending, error, refetch } = usePlant(of)
const to = computed(() =>
  of.value.kind === 'plant'
    ? { name: 'plant', params: { id: of.value.id } }
    : { name: 'unnamed-plant', params: { id: of.value.id } },
)
</script>

<template>
  <PageState :pending="isPending" :error="error" @retry="refetch" />
  <template v-if="data">
    <h2>
      <RouterLink :to="to">{{ data.common_name }}</RouterLink>
    </h2>
    <HazardBanner :hazards="data.cares.map((c) => c.hazard)" :cares="data.cares" :also="data.caution" />
    <p class="sentence"><QuotedText :text="data.best" /></p>
    <KnownIntervals :recipes="data.recipes" />
    <NeverTested :plant="data" />
    <p><RouterLink :to="to">Open the plant</RouterLink></p>
  </template>
</template>
