/** The board opens and reloads without its server: what it is made of, and what was last read, is kept by a service worker. */
export default defineNuxtPlugin({
  name: 'offline',
  dependsOn: ['workroom'],
  setup(nuxtApp) {
    const { serviceWorker } = navigator
    if (import.meta.dev || !serviceWorker) return
    const wasThere = serviceWorker.controller !== null
    nuxtApp.hook('app:mounted', () => {
      serviceWorker.register('/sw.js').catch(() => undefined)
      // What was read before it took over is read once more, so that a copy of it is kept.
      if (!wasThere) serviceWorker.addEventListener('controllerchange', () => { void readAgain() }, { once: true })
    })
  },
})

async function readAgain(): Promise<void> {
  const library = useLibrary(), selection = useSelection()
  await library.load({ fabricId: selection.chosen.fabricId, supplyIds: [selection.chosen.supplyId, ...selection.chosen.overIds] })
  await useJobs().resume()
  const { fabricId } = selection.chosen
  await Promise.allSettled([$fetch('/api/jobs'), ...fabricId ? [$fetch(`/api/fabrics/${fabricId}/history`)] : []])
}
