// Bundles scripts, styles and fonts into the application's static resources. Run by Maven.
import { execFileSync } from 'node:child_process';
import { cpSync, mkdirSync } from 'node:fs';
import { build } from 'esbuild';

const out = '../../../target/classes/static';
const assets = `${out}/assets`;
mkdirSync(`${assets}/fonts`, { recursive: true });

const common = { bundle: true, minify: true, target: 'es2022', logLevel: 'warning' };
await build({
  ...common,
  format: 'esm',
  entryPoints: {
    room: 'js/room.js',
    page: 'js/page.js',
    office: 'js/office.js',
    board: 'js/board.js',
    marking: 'js/marking.js',
    theme: 'js/theme.js',
    'station-ahead': 'js/station-ahead.js',
    'sending-first': 'js/sending-first.js',
    toolbench: 'js/tools/toolbench.js',
    pdf: 'js/tools/pdf.js',
    programs: 'js/programs/programs.js',
    'program-worker': 'js/programs/worker.js',
  },
  outdir: assets,
});
await build({ ...common, format: 'iife', entryPoints: ['js/service-worker.js'], outdir: out });

cpSync('node_modules/pdfjs-dist/build/pdf.worker.min.mjs', `${assets}/pdf-worker.js`);

execFileSync('node_modules/.bin/tailwindcss', ['-i', 'css/app.css', '-o', `${assets}/app.css`, '--minify'], {
  stdio: ['ignore', 'ignore', 'inherit'],
});

for (const [family, files] of Object.entries({
  '@fontsource-variable/source-serif-4': ['source-serif-4-latin-wght-normal', 'source-serif-4-latin-wght-italic'],
  '@fontsource-variable/inter': ['inter-latin-wght-normal'],
  '@fontsource/noto-sans-symbols': ['noto-sans-symbols-symbols-400-normal'],
  '@fontsource/ibm-plex-mono': ['ibm-plex-mono-latin-400-normal', 'ibm-plex-mono-latin-600-normal'],
})) {
  for (const file of files) {
    cpSync(`node_modules/${family}/files/${file}.woff2`, `${assets}/fonts/${file}.woff2`);
  }
}
