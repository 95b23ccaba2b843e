<script setup lang="ts">
import { onMounted, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { Problem } from '@/shared/api/problem'
import { useTitle } from '@/shared/composables/useTitle'
import { findCode } from '../api'
import CodeReader from '../components/CodeReader.vue'
import { codeIn, pageOf } from '../logic/codeIn'

useTitle(() => 'Open a code')
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
    said.value =
      error.status === 404 ? `Nothing here carries the code “${code}”. Look again at letters and digits.` : error.detail
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
    <h1>Open a code</h1>
    <p class="sentence">Every lot, dish, bag and trial carries a code, the same in letters and in its square.</p>
    <CodeReader v-model="typed" :said="said" @code="open" />
  </main>
</template>

<style scoped>
.narrow {
  max-width: 640px;
}
</style>
