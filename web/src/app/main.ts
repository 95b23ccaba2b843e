import 'vuetify/styles'
import '@fontsource-variable/bitter/wght.css'
import '@fontsource-variable/atkinson-hyperlegible-next/wght.css'
import '@fontsource/ibm-plex-mono/latin-500.css'
import './styles.css'
import { QueryClient, VueQueryPlugin } from '@tanstack/vue-query'
import { createApp } from 'vue'
import { startBagOutbox } from '@/features/batches'
import { startVisitOutbox } from '@/features/stands'
import { startLookOutbox } from '@/features/trials'
import App from './App.vue'
import { keepOnDevice } from './keepOnDevice'
import { router } from './router'
import { vuetify } from './vuetify'

const queryClient = new QueryClient({
  defaultOptions: {
    // an answer of the server's is an answer; without signal the page says so at once and offers to try again
    queries: { retry: false, networkMode: 'always', staleTime: 5_000 },
    mutations: { networkMode: 'always' },
  },
})

startVisitOutbox(queryClient)
startBagOutbox(queryClient)
startLookOutbox(queryClient)
void keepOnDevice()
createApp(App).use(vuetify).use(VueQueryPlugin, { queryClient }).use(router).mount('#app')
