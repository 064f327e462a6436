import { onMounted } from 'vue'
import { useArrivalsStore } from '../shared/arrivals.ts'

/** Hands over photographs that came from elsewhere on the device, once the page is there. */
export function useArrived(take: (files: File[]) => Promise<void>): void {
  const arrivals = useArrivalsStore()
  onMounted(async () => {
    if (arrivals.files.length > 0) await take(await arrivals.take())
  })
}
