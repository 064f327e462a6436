import { z } from 'zod'
import { deviceListSchema, type DeviceList } from '../contracts/wire/devices.ts'

/** The one way to every device outside: an address on the server, behind which stands the real one or its stand-in. */

/** The devices that the server speaks for; null when the app runs from plain files, without it. */
export async function deviceList(): Promise<DeviceList | null> {
  return deviceListSchema.safeParse(await askIfThere('/api/devices')).data ?? null
}

/** @param name - "The scale", for the sentence @throws Error with a plain sentence where no answer came */
export async function ask(
  path: string,
  name: string,
  { signal }: { signal?: AbortSignal } = {},
): Promise<Response> {
  let response: Response
  try {
    response = await fetch(path, { cache: 'no-store', signal })
  } catch {
    throw new Error(`${name} does not answer. Is it switched on and on this network?`)
  }
  if (!response.ok)
    throw new Error((await told(response)) ?? `${name} answered with an error (${response.status}).`)
  return response
}

/** What the server says of a device that it could not reach. */
async function told(response: Response): Promise<string | null> {
  const body: unknown = await response.json().catch(() => null)
  return z.object({ message: z.string() }).safeParse(body).data?.message ?? null
}

/** What a device says as JSON; null where there is none: the app may run from plain files, without the server. */
export async function askIfThere(path: string): Promise<unknown> {
  try {
    const response = await fetch(path, { cache: 'no-store' })
    const isJson = response.headers.get('content-type')?.includes('json') ?? false
    return response.ok && isJson ? ((await response.json()) as unknown) : null
  } catch {
    return null
  }
}

/** Does at a stand-in what a hand would do at the real thing. @returns whether it took it */
export async function handleStandIn(what: string, how: object): Promise<boolean> {
  const response = await fetch(`/api/stand-in/${what}`, {
    method: 'PUT',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(how),
  })
  return response.ok
}
