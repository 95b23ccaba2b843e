<script setup lang="ts">
import { criterionWords } from '@/shared/labels'

/** When a seed counts as germinated, drawn: the root just out, two millimetres of it, the shoot, the seed leaf. */
defineProps<{ criterion: keyof typeof criterionWords }>()
</script>

<template>
  <svg viewBox="0 0 56 44" role="img" :aria-label="`Germinated means: ${criterionWords[criterion]}`">
    <path v-if="criterion !== 'root_visible' && criterion !== 'root_2_mm'" class="soil" d="M2 26H54" />
    <ellipse class="seed" cx="22" :cy="criterion === 'shoot' || criterion === 'seed_leaf' ? 32 : 18" rx="11" ry="8" />
    <path v-if="criterion === 'root_visible'" class="root" d="M32 21q4 1 5 4" />
    <template v-else-if="criterion === 'root_2_mm'">
      <path class="root" d="M32 21q9 3 11 14" />
      <path class="measure" d="M50 20V37M47 20h6M47 37h6" />
      <text x="53" y="44" text-anchor="end">2 mm</text>
    </template>
    <template v-else>
      <path class="root" d="M30 36q5 3 4 7" />
      <path class="shoot" d="M28 25Q30 12 36 8" />
      <path v-if="criterion === 'seed_leaf'" class="leaf" d="M36 8Q26 8 24 2Q35 0 36 8Q38 -1 50 2Q47 10 36 8" />
    </template>
  </svg>
</template>

<style scoped>
svg {
  flex: none;
  width: 56px;
  height: 44px;
}

.seed {
  fill: var(--earth-2);
  stroke: var(--earth);
}

.root,
.shoot {
  fill: none;
  stroke: var(--sprout-deep);
  stroke-width: 2.6px;
  stroke-linecap: round;
}

.leaf {
  fill: var(--sprout);
}

.soil,
.measure {
  fill: none;
  stroke: var(--ink-2);
}

text {
  fill: var(--ink-2);
  font: 600 9px var(--text);
}
</style>
