<script setup lang="ts">
/** Patterns of the kinds of step, defined once per drawing under its own prefix. */
defineProps<{ prefix: string }>()
</script>

<template>
  <defs>
    <pattern :id="`${prefix}-chill`" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
      <rect width="7" height="7" fill="var(--chill)" />
      <path d="M0 0V7" stroke="#fff" stroke-opacity="0.55" stroke-width="1.6" />
    </pattern>
    <pattern :id="`${prefix}-warm`" width="10" height="6" patternUnits="userSpaceOnUse">
      <rect width="10" height="6" fill="var(--warm)" />
      <path d="M0 3Q2.5 0 5 3T10 3" fill="none" stroke="#fff" stroke-opacity="0.6" stroke-width="1.3" />
    </pattern>
    <pattern :id="`${prefix}-soak`" width="6" height="6" patternUnits="userSpaceOnUse">
      <rect width="6" height="6" fill="var(--soak)" />
      <circle cx="3" cy="3" r="1.2" fill="#fff" fill-opacity="0.7" />
    </pattern>
    <pattern :id="`${prefix}-scarify`" width="8" height="8" patternUnits="userSpaceOnUse">
      <rect width="8" height="8" fill="var(--scarify)" />
      <path d="M1 3l3-2M4 7l3-2" stroke="#fff" stroke-opacity="0.7" stroke-width="1.2" />
    </pattern>
    <pattern :id="`${prefix}-smoke`" width="9" height="9" patternUnits="userSpaceOnUse">
      <rect width="9" height="9" fill="var(--smoke)" />
      <path d="M2 7a2.5 2.5 0 1 1 3-3" fill="none" stroke="#fff" stroke-opacity="0.65" stroke-width="1.2" />
    </pattern>
    <pattern :id="`${prefix}-acid`" width="6" height="6" patternUnits="userSpaceOnUse">
      <rect width="6" height="6" fill="var(--acid)" />
      <path d="M1.5 0V6M4.5 0V6" stroke="#fff" stroke-opacity="0.55" stroke-width="1" />
    </pattern>
  </defs>
</template>
