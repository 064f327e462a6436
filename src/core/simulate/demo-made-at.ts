/** The moment of which the made-up hatchery's kept bundle tells; opened, it is moved to the reader's own. */
export const DEMO_MADE_AT = '2026-04-12T10:00:00.000Z'
