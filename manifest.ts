import type { ManifestOptions } from 'vite-plugin-pwa'

/** How the program introduces itself where it is installed. */
export const manifest: Partial<ManifestOptions> = {
  name: 'Perlumen',
  short_name: 'Perlumen',
  description: 'Measures and grades backlit eggs; keeps a hatchery’s book.',
  start_url: './',
  scope: './',
  display: 'standalone',
  background_color: '#0d0805',
  theme_color: '#0d0805',
  icons: [
    { src: './icons/egg-192.png', sizes: '192x192', type: 'image/png' },
    { src: './icons/egg-512.png', sizes: '512x512', type: 'image/png' },
    { src: './icons/egg-maskable.png', sizes: '512x512', type: 'image/png', purpose: 'maskable' },
  ],
  share_target: {
    action: './share',
    method: 'POST',
    enctype: 'multipart/form-data',
    // As src/workers/service-protocol.ts has it.
    params: { files: [{ name: 'photographs', accept: ['image/jpeg', 'image/png', 'image/webp'] }] },
  },
  file_handlers: [
    {
      action: './',
      accept: { 'image/jpeg': ['.jpg', '.jpeg'], 'image/png': ['.png'], 'image/webp': ['.webp'] },
    },
  ],
}
