/** What page and service worker say to each other. */
export const TAKE_OVER = 'take-over'
/** Photographs from the share sheet, until the page has them. */
export const ARRIVED_CACHE = 'arrived-photographs'
/** Under which name the share sheet hands them over. */
export const ARRIVED_FIELD = 'photographs'
