<script setup lang="ts">
import { computed } from 'vue'

/** The lots of a trial by their codes, each leading to its page; of many the first ones. */
const props = defineProps<{ lots: readonly { id: number; code: string }[] }>()

const SHOWN = 6
const shown = computed(() => props.lots.slice(0, SHOWN))
const more = computed(() => props.lots.length - shown.value.length)
</script>

<template>
  <span
    >{{ lots.length > 1 ? 'lots' : 'lot' }}
    <template v-for="(l, i) in shown" :key="l.id"
      ><template v-if="i">, </template
      ><RouterLink class="code" :to="{ name: 'lot', params: { id: l.id } }">{{ l.code }}</RouterLink></template
    ><template v-if="more > 0"> and {{ more }} more</template></span
  >
</template>
