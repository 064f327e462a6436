import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import { useLocalStorage } from '@vueuse/core'

export type Room = 'bench' | 'desk'

const DIMMEST = 0.3

/** Which room the screen is in: the task's, unless the candler chose; and how bright the bench is. */
export const useRoomStore = defineStore('room', () => {
  // Dark until the task is known.
  const taskRoom = ref<Room>('bench')
  const chosen = useLocalStorage<Room | 'task'>('perlumen-room', 'task')
  const brightness = useLocalStorage('perlumen-brightness', 0.9)
  const room = computed<Room>(() => (chosen.value === 'task' ? taskRoom.value : chosen.value))

  function enter(task: Room): void {
    taskRoom.value = task
  }

  /** Switches to the other room; going back to the task's own room ends the override. */
  function toggle(): void {
    const other: Room = room.value === 'bench' ? 'desk' : 'bench'
    chosen.value = other === taskRoom.value ? 'task' : other
  }

  function brighten(steps: number): void {
    brightness.value = Math.min(1, Math.max(DIMMEST, Math.round((brightness.value + 0.1 * steps) * 10) / 10))
  }

  return { room, brightness, enter, toggle, brighten }
})
