<script setup lang="ts">
/** A button that takes a photo or chooses files; each is told by itself, and the same one can be chosen again. */
defineProps<{ accept: string; camera?: boolean; multiple?: boolean; label?: string }>()
const emit = defineEmits<{ file: [file: File] }>()

function take(event: Event) {
  const input = event.target as HTMLInputElement
  const files = [...(input.files ?? [])]
  input.value = ''
  for (const file of files) emit('file', file)
}
</script>

<template>
  <label class="still no-print"
    ><input
      type="file"
      :accept="accept"
      :capture="camera ? 'environment' : undefined"
      :multiple="multiple"
      :aria-label="label"
      class="sr-only"
      @change="take" /><slot
  /></label>
</template>

<style scoped>
.still {
  display: inline-block;
  min-height: 48px;
  padding: 0 14px;
  border: 1px dashed var(--earth-2);
  border-radius: 8px;
  line-height: 46px;
  cursor: pointer;
}

.still:focus-within {
  outline: 3px solid var(--leaf);
}
</style>
