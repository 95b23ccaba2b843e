<script setup lang="ts">
import { computed } from 'vue'
import ShownOnce from './ShownOnce.vue'

/** A link shown this once, to be handed over in person or by a message of one's own. */
const props = defineProps<{ token: string; what: string }>()
const link = computed(() => `${window.location.origin}/join#${props.token}`)
</script>

<template>
  <ShownOnce :secret="link"
    >The link {{ what }}. It is shown only now and works once, within seven days. Pass it on yourself: nothing is
    sent.</ShownOnce
  >
</template>
