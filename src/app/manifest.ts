import type { MetadataRoute } from 'next';

/** What a phone needs to know to keep the staff pages beside its other applications. */
export default function manifest(): MetadataRoute.Manifest {
  return {
    name: 'Vicenda',
    short_name: 'Vicenda',
    description: 'Your shifts, and what changed of them.',
    id: '/me',
    start_url: '/me',
    scope: '/',
    display: 'standalone',
    background_color: '#F7F3EA',
    theme_color: '#12394A',
    icons: [
      { src: '/icon-192.png', sizes: '192x192', type: 'image/png' },
      { src: '/icon-512.png', sizes: '512x512', type: 'image/png' },
      { src: '/icon-512.png', sizes: '512x512', type: 'image/png', purpose: 'maskable' },
    ],
  };
}
