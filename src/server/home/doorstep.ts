import { createHash, X509Certificate } from 'node:crypto'
import express, { type Express } from 'express'
import helmet from 'helmet'

export const AUTHORITY_FILE = 'perlumen-of-this-house.crt'

/** How the authority is told from another: the same on the screen of this machine and on the phone. */
export function fingerprintOf(authorityPem: string): string {
  return new X509Certificate(authorityPem).fingerprint256
}

/**
 * What a phone finds over plain HTTP: how to trust this machine, what that means, how to take it back, and the way to
 * the program itself, which is served over HTTPS alone.
 * @param securePort - of the program
 */
export function createDoorstep(authorityPem: string, securePort: number): Express {
  const page = express()
  const style = STYLE
  page.disable('x-powered-by')
  page.use(
    helmet({
      contentSecurityPolicy: {
        useDefaults: false,
        directives: {
          defaultSrc: ["'none'"],
          styleSrc: [`'sha256-${createHash('sha256').update(style).digest('base64')}'`],
          formAction: ["'none'"],
          frameAncestors: ["'none'"],
          baseUri: ["'none'"],
        },
      },
      strictTransportSecurity: false,
      originAgentCluster: false,
    }),
  )
  page.get(`/${AUTHORITY_FILE}`, (_request, response) => {
    response
      .set('Content-Disposition', `attachment; filename="${AUTHORITY_FILE}"`)
      .type('application/x-x509-ca-cert')
      .send(new X509Certificate(authorityPem).raw)
  })
  page.get('/', ({ hostname }, response) => {
    const name = /^[\w.:[\]-]+$/.test(hostname) ? hostname : 'localhost'
    response.type('html').send(html(`https://${name}:${securePort}/`, fingerprintOf(authorityPem)))
  })
  page.use((_request, response) => {
    response.redirect('/')
  })
  return page
}

const STYLE = `
body { margin: 0 auto; max-width: 40rem; padding: 1.5rem; font: 1.1rem/1.5 system-ui, sans-serif; background: #f6f1e5; color: #2b2018 }
a { color: #8a4b00 } .go { display: inline-block; padding: .8rem 1.2rem; border-radius: .7rem; background: #9a5000; color: #fff; text-decoration: none }
code { overflow-wrap: anywhere } li { margin: .4rem 0 } details { margin: .6rem 0 } summary { font-weight: 600; padding: .5rem 0 }
`

function html(secure: string, fingerprint: string): string {
  return `<!doctype html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1">
<title>Perlumen in this house</title><style>${STYLE}</style></head><body>
<h1>Perlumen in this house</h1>
<p>A phone gives its camera only to pages that it can trust. So let this phone trust the computer on which Perlumen runs, once; then open the program.</p>
<p><a class="go" href="/${AUTHORITY_FILE}">1. Fetch the certificate</a></p>
<details><summary>2. Trust it, on an Android phone</summary><ol>
<li>Open the settings, and search them for “CA certificate”.</li>
<li>Choose to install a CA certificate, say yes to the warning, and choose the file <code>${AUTHORITY_FILE}</code>.</li></ol>
<p>To take it back: in the settings search for “user certificates”, choose “Perlumen of this house”, remove it.</p></details>
<details><summary>2. Trust it, on an iPhone or iPad</summary><ol>
<li>Allow the profile to be loaded, then in Settings open “Profile Downloaded” and install it.</li>
<li>In Settings, General, About, Certificate Trust Settings, switch “Perlumen of this house” on.</li></ol>
<p>To take it back: Settings, General, VPN &amp; Device Management, choose the profile, remove it.</p></details>
<details><summary>2. Trust it, on another computer</summary><p>In the browser’s settings, under its certificates, bring the file in as an authority for web pages. It is taken back at the same place.</p></details>
<p><a class="go" href="${secure}">3. Open Perlumen</a></p>
<h2>What it means</h2>
<p>The phone then believes pages of whoever holds this computer’s key. The key was made on that computer and never leaves it; only its user can read it. Whoever took it from there could pretend to this phone to be another page, so take the trust back when you use Perlumen no more, or when the computer goes to somebody else. If you are unsure, leave it: without it everything works but this phone’s camera, and keeping the program without a network.</p>
<p>Before you trust it, compare: this stands on the computer’s screen, too.</p>
<p><code>${fingerprint}</code></p>
</body></html>`
}
