#!/usr/bin/env node
// Makes the demo world's tide tables, a PDF of forty pages, out of a made-up tide. Needs Chromium; run it when the tables change.
import { execFileSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

const root = join(dirname(fileURLToPath(import.meta.url)), '..');
const out = join(root, 'app/src/main/resources/demo/papers/pilot-licence/exhibits/tide-tables.pdf');
const PAGES = 39;
const HOUR = 3_600_000;
const FIRST = Date.UTC(2026, 0, 5);

/** The height over Fiddler's Bar in metres: a half-daily tide that springs and neaps, and a small daily part. */
function height(at) {
  const hours = (at - FIRST) / HOUR;
  const springs = 2.3 + 0.55 * Math.cos((2 * Math.PI * hours) / (14.765 * 24));
  return 3.4 + springs * Math.cos((2 * Math.PI * (hours - 3)) / 12.4206) + 0.15 * Math.cos((2 * Math.PI * hours) / 24.84);
}

function week(number) {
  const start = FIRST + number * 7 * 24 * HOUR;
  const days = Array.from({ length: 7 }, (_, day) => start + day * 24 * HOUR);
  const date = (at) => new Date(at).toISOString().slice(0, 10);
  const cell = (text) => text.padStart(11);
  const rows = Array.from({ length: 24 }, (_, hour) =>
    `${String(hour).padStart(2, '0')}:00${days.map((day) => cell(height(day + hour * HOUR).toFixed(1))).join('')}`);
  return `<section><h2>Week of ${date(start)}</h2><p>Heights over Fiddler’s Bar in metres above chart datum, by the hour. Between two hours interpolate in a straight line.</p><pre>Time ${days.map((day) => cell(date(day))).join('')}\n${rows.join('\n')}</pre></section>`;
}

const html = `<!DOCTYPE html><html lang="en"><head><meta charset="utf-8"><title>Tide tables of the Brackwater 2026</title><style>
@page { size: A4; margin: 18mm } body { font: 11pt serif } section { break-before: page } h1 { font-size: 26pt; margin-top: 60mm }
pre { font: 9pt/1.7 monospace; border-top: 0.5pt solid #999; border-bottom: 0.5pt solid #999 }
</style></head><body><h1>Tide tables of the Brackwater 2026</h1><p>Brackwater Pilotage Board. For use in the examination; all heights are made up, and they agree with one another.</p>
${Array.from({ length: PAGES }, (_, i) => week(i)).join('')}</body></html>`;
const page = join(mkdtempSync(join(tmpdir(), 'tide-')), 'tables.html');
writeFileSync(page, html);
execFileSync(process.env.CHROMIUM ?? '/usr/bin/chromium', ['--headless', '--no-sandbox', '--disable-gpu', '--no-pdf-header-footer', '--generate-pdf-document-outline', `--print-to-pdf=${out}`, `file://${page}`], { stdio: ['ignore', 'ignore', 'ignore'] });
console.log(out);
