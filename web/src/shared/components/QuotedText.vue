<script setup lang="ts">
import { computed } from 'vue'

/** A sentence in which treatments' names are quoted: on screen they are bold, so that no name is read as part of the sentence. */
const props = defineProps<{ text: string }>()
const parts = computed(() =>
  props.text
    .split(/(“[^”]*”)/)
    .filter(Boolean)
    .map((words) => ({ words, name: words.startsWith('“') && words.endsWith('”') })),
)
</script>

<template>
  <span
    ><template v-for="(p, i) in parts" :key="i"
      ><strong v-if="p.name">{{ p.words.slice(1, -1) }}</strong
      ><template v-else>{{ p.words }}</template></template
    ></span
  >
</template>
