/** The app is kept on the device, for hours without signal. Browsers allow it on a secure address or on this machine only. */
export async function keepOnDevice() {
  if (!('serviceWorker' in navigator) || import.meta.env.DEV) return
  await navigator.serviceWorker.register('/sw.js')
}
