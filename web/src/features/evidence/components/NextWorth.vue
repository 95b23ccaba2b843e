<script setup lang="ts">
import { computed, ref } from 'vue'
import { WorthPanel } from '@/features/trials'
import PageState from '@/shared/components/PageState.vue'
import { useTrialWorth } from '../api'

/** Whether another test is worth its seed, from what this trial found and the seed that is left. */
const props = defineProps<{ id: number; lot: number | null }>()
const wanted = ref<number | null>(null)
const belief = ref(4)
const asked = computed(() => ({ wanted: wanted.value, belief: belief.value, lot: props.lot }))
const { data, isPending, error, refetch, isPlaceholderData } = useTrialWorth(() => props.id, asked)
</script>

<template>
  <PageState :pending="isPending" :error="error" @retry="refetch" />
  <WorthPanel v-if="data" v-model:wanted="wanted" v-model:belief="belief" :worth="data" :loading="isPlaceholderData" />
</template>
