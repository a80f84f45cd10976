// `npm run bench`: tables and ratios measured in one run; `npm run bench -- marks merging` measures those parts alone. Nothing here
// passes or fails; the bars stand beside the figures.
import { existsSync } from 'node:fs';
import { writeBackup } from '../core/formats';
import { ensureBuilt } from '../scripts/build.mjs';
import { measureDrawing, measureMarks } from './browser';
import { measureDays } from './days';
import { measureByDeck, measureByPlan, measureCrowded, measureForecast } from './forecast';
import { fullKills, fullLives } from './full';
import { measureFurther, measureProofs } from './further';
import { tiedHousehold } from './instances';
import { median, referenceSweep, timed } from './measure';
import { measureMerging } from './merging';
import { measureNetting } from './netting';
import { measureCalendar, measureCalm, measurePage } from './sample';
import { againstSolver } from './solver';
import { measureGaps, measureTied, measureYears } from './years';

const tied = () => writeBackup({ asOf: '2026-09-07', household: tiedHousehold(1).household });
/** What needs a browser, in the app as it is built. */
const inBrowser = (work: () => void | Promise<void>) => () => {
  ensureBuilt();
  if (existsSync('/usr/bin/chromium')) return work();
  console.log('\nNo Chromium at /usr/bin/chromium: nothing is measured in a browser.');
};

const PARTS: Record<string, () => void | Promise<void>> = {
  years: measureYears,
  gaps: measureGaps,
  further: () => measureFurther((problem) => median([1, 2, 3].map(() => timed(() => referenceSweep(problem))[1]))),
  proofs: measureProofs,
  days: measureDays,
  solver: againstSolver,
  tied: measureTied,
  calm: measureCalm,
  page: measurePage,
  calendar: measureCalendar,
  lives: fullLives,
  merging: measureMerging,
  netting: measureNetting,
  forecast: measureForecast,
  taken: () => {
    measureByPlan();
    measureCrowded();
  },
  decks: measureByDeck,
  marks: inBrowser(() => measureMarks(tied())),
  drawing: inBrowser(() => measureDrawing(tied())),
  kills: inBrowser(fullKills),
};

const asked = process.argv.slice(2);
const unknown = asked.filter((name) => !(name in PARTS));
if (unknown.length > 0) {
  console.error(`No part is called ${unknown.join(', ')}. There are: ${Object.keys(PARTS).join(', ')}.`);
  process.exitCode = 1;
} else
  for (const [name, measure] of Object.entries(PARTS)) if (asked.length === 0 || asked.includes(name)) await measure();
