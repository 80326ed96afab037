import PrimeVue from 'primevue/config'
import ToastService from 'primevue/toastservice'
import type { App } from 'vue'

/** What the parts of pages need: not of the first script, which paints the rail and asks for figures. */
export function giveParts(app: App, nonce: string | undefined): void {
  app.use(PrimeVue, { theme: 'none', csp: { nonce } })
  app.use(ToastService)
}
