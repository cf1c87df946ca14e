// Bundles the server and the blog host, so that a start costs half a second and needs no compiler.
import { build } from 'esbuild'

await build({
  entryPoints: {
    server: 'server/main.ts',
    'house-effect-worker': 'server/work/house-effect-worker.ts',
    'darkroom-worker': 'server/pictures/darkroom-worker.ts',
    'look-worker': 'server/pictures/look-worker.ts',
    'tone-worker': 'server/pictures/tone-worker.ts',
    'heic-worker': 'server/pictures/heic-worker.ts',
    'blog-host': 'stand-ins/blog-host/main.ts',
    'video-provider': 'stand-ins/video-provider/main.ts',
    'picture-bank': 'stand-ins/picture-bank/main.ts',
    'micropub-host': 'stand-ins/micropub-host/main.ts',
    demo: 'demo/main.ts',
    ...Object.fromEntries(
      ['start', 'backup', 'restore', 'check', 'export'].map((name) => [name, `server/commands/${name}.ts`]),
    ),
  },
  outdir: 'dist/server',
  outExtension: { '.js': '.mjs' },
  bundle: true,
  platform: 'node',
  format: 'esm',
  target: 'node20',
  packages: 'external',
  logLevel: 'warning',
})
