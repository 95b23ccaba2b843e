<script setup lang="ts">
/** A round handle of a drawing at a point: large enough for a thumb, with its name and value for a screen reader. */
withDefaults(
  defineProps<{
    cx: number
    cy: number
    label: string
    /** Null: not set, drawn with a broken line. */
    value: number | null
    words: string
    min?: number
    max?: number | undefined
    r?: number
    main?: boolean
  }>(),
  { min: 0, max: undefined, r: 9, main: false },
)
</script>

<template>
  <g
    class="handle"
    :class="{ unset: value === null, main }"
    role="slider"
    tabindex="0"
    :aria-label="label"
    :aria-valuemin="min"
    :aria-valuemax="max"
    :aria-valuenow="value ?? undefined"
    :aria-valuetext="words"
  >
    <rect :x="cx - 22" :y="cy - 22" width="44" height="44" fill="transparent" />
    <circle :cx="cx" :cy="cy" :r="r" />
    <slot />
  </g>
</template>

<style scoped>
.handle {
  cursor: ew-resize;
  touch-action: pan-y;
}

circle {
  fill: var(--sheet);
  stroke: var(--ink);
  stroke-width: 2;
}

.handle.unset circle {
  stroke: var(--earth-2);
  stroke-dasharray: 3 3;
}

.handle:hover circle,
.handle.main circle {
  stroke: var(--leaf);
  stroke-width: 3;
}

.handle:focus-visible {
  outline: none;
}

.handle:focus-visible circle {
  stroke: var(--leaf);
  stroke-width: 4;
}
</style>
