import 'vuetify/styles'
import '@fontsource-variable/bitter/wght.css'
import '@fontsource-variable/atkinson-hyperlegible-next/wght.css'
import '@fontsource/ibm-plex-mono/latin-500.css'
import './theme.css'
import './styles.css'
import { QueryClient, VueQueryPlugin } from '@tanstack/vue-query'
import { createApp, watch } from 'vue'
import { useSession } from '@/features/people'
import { outbox } from '@/shared/outbox/outbox'
// each of these tells the outbox how its records are sent
import '@/features/batches'
import '@/features/stands'
import '@/features/trials'
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

const { user } = useSession()
void outbox.start(queryClient, () => user.value?.id ?? null)
// whose records they are may leave as soon as that person is here again
watch(user, () => void outbox.flush())
void keepOnDevice()
createApp(App).use(vuetify).use(VueQueryPlugin, { queryClient }).use(router).mount('#app')
