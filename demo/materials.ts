import type { Household, Material, Movement, Need } from '../core/household';

/** What lies in the lock cottage's cupboards, what the lessons need of it, and what was counted when. */

type Thing = [
  id: string,
  name: string,
  place: string,
  have: number,
  consumable: boolean,
  unit: string,
  cautions?: Material['cautions'],
];

const THINGS: Thing[] = [
  ['abacus', 'abacus, ten wires', 'kitchen dresser', 1, false, ''],
  ['cubes', 'counting cubes', 'kitchen dresser', 60, false, '', ['small parts']],
  ['squared', 'squared paper', 'kitchen dresser', 38, true, 'sheet'],
  ['sheets-b', 'Level B workbook', 'school shelf', 1, false, ''],
  ['glasses', 'magnifying glass', 'school shelf', 1, false, ''],
  ['jars', 'glass jar with lid', 'scullery', 5, false, ''],
  ['tape', 'gummed tape', 'school shelf', 4, true, 'strip'],
  ['logpages', 'printed log page', 'school shelf', 9, true, 'page'],
  ['maps', 'outline map of the river', 'map drawer', 11, true, 'map'],
  ['inks', 'coloured ink', 'map drawer', 3, false, 'bottle'],
  ['magnets', 'bar magnets', 'top of the wardrobe', 2, false, '', ['magnets']],
  ['candle', 'candle stub', 'scullery', 2, true, '', ['heat']],
  ['tiles', 'letter tiles', 'window seat', 26, false, '', ['small parts']],
  ['cards', 'sound cards', 'window seat', 44, false, ''],
  ['copyhand', 'copybook, small letters', 'window seat', 1, false, ''],
  ['flour', 'flour', 'pantry', 6, true, 'cup', ['allergens']],
  ['seeds', 'runner bean', 'potting shelf', 10, true, 'bean', ['small parts']],
];

type Want = [
  material: string,
  course: string,
  lesson: string,
  step: string | undefined,
  quantity: number,
  per: Need['per'],
];

/** Steps are named where a single one needs the thing; without one the whole lesson does. */
function wants(): Want[] {
  const list: Want[] = [];
  for (let n = 1; n <= 27; n++) list.push(['squared', 'arith-e', `L${n}`, `L${n}-3`, 2, 'child']);
  for (let n = 1; n <= 26; n++) {
    list.push(['abacus', 'arith-b', `L${n}`, `L${n}-1`, 1, 'child']);
    list.push(['cubes', 'arith-b', `L${n}`, `L${n}-2`, 20, 'child']);
  }
  for (let n = 3; n <= 27; n += 3) list.push(['abacus', 'arith-e', `L${n}`, `L${n}-1`, 1, 'child']);
  for (let n = 1; n <= 40; n += 2) list.push(['maps', 'history', `L${n}`, `L${n}-2`, 1, 'child']);
  for (let n = 1; n <= 40; n += 4) list.push(['inks', 'history', `L${n}`, `L${n}-2`, 2, 'shared']);
  for (let n = 1; n <= 20; n++) {
    list.push(['logpages', 'science', `L${n}`, `L${n}-3`, 1, 'child']);
    if (n % 2 === 0) list.push(['jars', 'science', `L${n}`, `L${n}-2`, 1, 'child']);
    if (n % 3 === 0) list.push(['tape', 'science', `L${n}`, `L${n}-2`, 2, 'shared']);
  }
  list.push(
    ['glasses', 'science', 'L4', 'L4-2', 1, 'child'],
    ['glasses', 'science', 'L5', 'L5-2', 1, 'child'],
    ['glasses', 'science', 'L6', 'L6-2', 1, 'child'],
  );
  list.push(
    ['flour', 'science', 'L6', 'L6-2', 2, 'shared'],
    ['candle', 'science', 'L9', 'L9-2', 1, 'shared'],
    ['candle', 'science', 'L11', 'L11-2', 2, 'shared'],
  );
  list.push(
    ['magnets', 'science', 'L14', 'L14-2', 2, 'child'],
    ['seeds', 'science', 'L17', 'L17-2', 6, 'child'],
    ['seeds', 'science', 'L18', 'L18-2', 2, 'child'],
  );
  for (let n = 1; n <= 10; n++)
    list.push(
      ['tiles', 'letters', `L${n}`, undefined, 30, 'shared'],
      ['cards', 'letters', `L${n}`, `L${n}-1`, 6, 'shared'],
    );
  return list;
}

export function stockOfTheCottage(countedOn: string): Pick<Household, 'materials' | 'movements' | 'needs'> {
  const materials = THINGS.map(([id, name, place, , consumable, unit, cautions]): Material => ({
    id,
    name,
    place,
    consumable,
    unit,
    cautions: cautions ?? [],
  }));
  const movements = THINGS.map(([id, , , have], i): Movement => ({
    id: `count-${id}`,
    materialId: id,
    date: countedOn,
    seq: i + 1,
    kind: 'count',
    quantity: have,
  }));
  const needs = wants().map(([materialId, courseId, lessonId, stepId, quantity, per], i): Need => ({
    id: `need-${String(i + 1).padStart(3, '0')}`,
    materialId,
    courseId,
    lessonId,
    ...(stepId ? { stepId } : {}),
    quantity,
    per,
  }));
  return { materials, movements, needs };
}
