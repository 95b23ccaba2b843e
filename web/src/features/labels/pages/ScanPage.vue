<script setup lang="ts">
import { onMounted, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { Problem } from '@/shared/api/problem'
import { useTitle } from '@/shared/composables/useTitle'
import { findCode } from '../api'
import CodeReader from '../components/CodeReader.vue'
import { codeIn, pageOf } from '../logic/codeIn'

useTitle(() => 'Scan')
const route = useRoute()
const router = useRouter()
const typed = ref('')
const said = ref('')

async function open(code: string) {
  said.value = ''
  try {
    await router.replace(pageOf(await findCode(code)))
  } catch (error) {
    if (!(error instanceof Problem)) throw error
    said.value = error.status === 404 ? `Nothing has the code “${code}”. Check the letters and digits.` : error.detail
  }
}

onMounted(() => {
  if (typeof route.params.code !== 'string') return
  typed.value = codeIn(route.params.code)
  void open(typed.value)
})
</script>

<template>
  <main class="page narrow">
    <h1>Scan</h1>
    <p class="sentence">Scan or type the code on a label: lots, dishes, bags, trials and trays have one.</p>
    <CodeReader v-model="typed" :said="said" @code="open" />
  </main>
</template>

<style scoped>
.narrow {
  max-width: 640px;
}
</style>
