<script setup lang="ts">
import { ref } from 'vue'
import { savePng, saveSvg } from '@/shared/drawing/saveFigure'

/** A figure with its name, and the figure as a file. */
const props = defineProps<{ title: string; file: string }>()
const box = ref<HTMLElement | null>(null)
const trouble = ref('')

async function save(kind: 'png' | 'svg') {
  trouble.value = ''
  const figure = box.value?.querySelector('svg')
  if (!figure) return
  if (kind === 'svg') saveSvg(figure, props.file)
  else await savePng(figure, props.file).catch(() => (trouble.value = 'This browser cannot make a PNG. Save the SVG.'))
}
</script>

<template>
  <figure>
    <figcaption>
      <h2>{{ title }}</h2>
      <span class="no-print">
        <button type="button" class="text-link" :aria-label="`${title} as PNG`" @click="save('png')">PNG</button>
        <button type="button" class="text-link" :aria-label="`${title} as SVG`" @click="save('svg')">SVG</button>
      </span>
    </figcaption>
    <div ref="box"><slot /></div>
    <p v-if="trouble" class="notice bad" role="alert">{{ trouble }}</p>
  </figure>
</template>

<style scoped>
figure {
  margin: 0 0 16px;
}

figcaption {
  display: flex;
  gap: 12px;
  align-items: baseline;
  justify-content: space-between;
  margin-bottom: 4px;
}

h2 {
  font-size: 1.08rem;
}

figcaption span {
  display: flex;
  flex-shrink: 0;
  gap: 10px;
  font-size: 0.86rem;
}

figcaption button {
  min-width: 40px;
  min-height: 32px;
}

@media print {
  figure {
    break-inside: avoid;
  }
}
</style>
