/**
 * Contact sheets of every drawn rung, test set-up and fault, start and end or right and wrong beside each other: `npx tsx tests/sheets.ts OUT [LADDER ...]`.
 * To be looked at whenever core/figure or a posture changes.
 */
import { mkdirSync, readFileSync } from 'node:fs';
import { chromium } from '@playwright/test';
import { createElement } from 'react';
import { renderToStaticMarkup } from 'react-dom/server';
import { FaultPair } from '../app/components/fault-pair';
import { Figure } from '../app/components/figure';
import { faults, ladders, screenTests } from '../core/catalogue';
import { chromiumArgs } from './e2e/browser';

interface Drawn {
  readonly id: string;
  readonly name: string;
  readonly posture: Parameters<typeof Figure>[0]['posture'];
  readonly needs: readonly string[];
}

const styles = readFileSync('app/styles/figure.css', 'utf8');
const [out = '.', ...wanted] = process.argv.slice(2);

const one = ({ id, name, posture, needs }: Drawn) =>
  `<figure>${[0, 1]
    .map((phase) =>
      renderToStaticMarkup(createElement(Figure, { posture, needs, phase, label: '', plain: false })),
    )
    .join('')}<figcaption>${id}<br>${name}</figcaption></figure>`;

const fault = (its: { id: string; name: string }) =>
  `<figure>${renderToStaticMarkup(createElement(FaultPair, { fault: its }))}<figcaption>${its.id}<br>${its.name}</figcaption></figure>`;

const sheet = (title: string, drawn: readonly string[]) => `<!doctype html><meta charset="utf-8"><style>
:root{--color-ink:#26242e;--color-paper:#f3eee2;--color-chalk:#fbf8f1;--color-zest:#f7a41d;--color-quiet:#625e69;--color-mortar:#cbbfa6;--color-sand:#e5dcc8;--color-slate:#45424f}
body{margin:8px;background:var(--color-paper);color:var(--color-ink);font:11px sans-serif;display:grid;grid-template-columns:repeat(4,1fr);gap:8px;width:1560px}
h1{grid-column:1/-1;font-size:14px;margin:0}figure{margin:0;border:1px solid #cbbfa6;padding:3px}figure svg{width:49%;height:150px}figure figure{border:0;padding:0;display:inline-block;width:49%}figure figure svg{width:100%}${styles}</style>
<h1>${title}</h1>${drawn.join('')}`;

mkdirSync(out, { recursive: true });
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: chromiumArgs });
try {
  const page = await browser.newPage({ viewport: { width: 1580, height: 600 } });
  const shoot = async (name: string, html: string) => {
    await page.setContent(html);
    await page.screenshot({ path: `${out}/${name}.png`, fullPage: true });
  };
  const chosen = ladders.filter(({ id }) => wanted.length === 0 || wanted.includes(id));
  // Three or four ladders a sheet.
  for (let i = 0; i < chosen.length; i += 4) {
    const some = chosen.slice(i, i + 4);
    await shoot(
      `ladders-${String(i / 4 + 1).padStart(2, '0')}`,
      sheet(
        some.map(({ name }) => name).join(' · '),
        some.flatMap(({ rungs }) => rungs.map(one)),
      ),
    );
  }
  if (wanted.length === 0 || wanted.includes('tests'))
    await shoot('tests', sheet('Tests', screenTests.map(one)));
  if (wanted.length === 0 || wanted.includes('faults'))
    await shoot('faults', sheet('Faults', faults.map(fault)));
} finally {
  await browser.close();
}
