import { isIP } from 'node:net'
import type { RequestHandler } from 'express'

/**
 * Answers only requests that name this computer by number, as localhost, or by a name given at the start. A page from
 * elsewhere whose name is made to lead here (DNS rebinding) would otherwise be let in as if it were the app itself,
 * and could look through the camera.
 */
export function onlyKnownHosts(names: readonly string[]): RequestHandler {
  const known = new Set(['localhost', ...names].map((name) => name.toLowerCase()))
  return (request, response, next) => {
    const name = hostName(request.headers.host ?? '')
    if (known.has(name) || isIP(name.replace(/^\[|\]$/g, '')) !== 0) return next()
    response.status(421).json({
      message: `This server does not use the name “${name}”. Start it with --name ${name} to allow it.`,
    })
  }
}

function hostName(host: string): string {
  return host.replace(/:\d+$/, '').toLowerCase()
}
