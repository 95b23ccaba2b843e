<script setup lang="ts">
import { useId } from 'vue'
import type { FurrowStretch } from './furrow'
import FurrowTextures from './FurrowTextures.vue'

/** A piece of a furrow in the texture of one kind of step; it fills the box it is put into. */
defineProps<{ texture: FurrowStretch['texture'] }>()
const id = useId()
</script>

<template>
  <svg class="swatch" width="100%" height="100%" aria-hidden="true">
    <FurrowTextures :prefix="id" />
    <rect width="100%" height="100%" rx="4" :fill="`url(#${id}-${texture})`" />
  </svg>
</template>

<style scoped>
.swatch {
  display: block;
}
</style>
