import { describe, expect, it } from 'vitest';
import { COURSES } from '../../demo/courses';
import { aCourse, aHousehold } from '../tests/make';
import { COURSE_FORMAT, courseFileRows, curriculaFiles, readCourseFile, writeCourseFile } from './index';

const material = {
  id: 'm',
  name: 'Counting cubes',
  place: 'blue tin',
  consumable: false,
  unit: '',
  cautions: ['small parts' as const],
  leadDays: 3,
};
const course = aCourse(
  'c',
  { lessons: 3 },
  {
    bought: { from: 'the fair', date: '2026-05-02' },
    parts: [{ id: 'p', kind: 'manual', title: 'Manual', isbn: '9780306406157', price: 1850 }],
  },
);
const h = aHousehold({
  courses: [course],
  materials: [material, { ...material, id: 'x', name: 'Not of this course' }],
  needs: [{ id: 'n', materialId: 'm', courseId: 'c', lessonId: 'L1', quantity: 20, per: 'child' }],
});
const ids = () => {
  let n = 0;
  return () => `id-${++n}`;
};

describe('a course file', () => {
  it('carries the book and what it needs, and nothing of the family: no price, no shop, no place, no names', () => {
    const text = writeCourseFile(h, course);
    for (const own of ['1850', 'the fair', '2026-05-02', 'blue tin', 'Not of this course', '"A"'])
      expect(text).not.toContain(own);
    const file = readCourseFile(text);
    if ('fault' in file) throw new Error(file.fault);
    const rows = courseFileRows({ materials: [] }, file, ids());
    expect(rows.course.units).toEqual(course.units);
    expect(rows.course.parts).toEqual([{ id: 'p', kind: 'manual', title: 'Manual', isbn: '9780306406157' }]);
    expect(rows.materials).toMatchObject([{ name: 'Counting cubes', place: '', cautions: ['small parts'] }]);
    expect(rows.needs).toMatchObject([
      { materialId: rows.materials[0]!.id, courseId: rows.course.id, lessonId: 'L1', quantity: 20 },
    ]);
    // A thing the other family has already is theirs.
    const theirs = courseFileRows({ materials: [{ ...material, id: 'own', name: 'counting cubes' }] }, file, ids());
    expect(theirs.materials).toEqual([]);
    expect(theirs.needs[0]!.materialId).toBe('own');
  });

  it('goes round without loss for every course of the sample', () => {
    for (const c of COURSES) {
      const file = readCourseFile(writeCourseFile(aHousehold(), c));
      if ('fault' in file) throw new Error(`${c.title}: ${file.fault}`);
      expect(file.course.units).toEqual(c.units);
      expect(writeCourseFile(aHousehold(), { ...file.course, id: c.id })).toBe(writeCourseFile(aHousehold(), c));
    }
  });

  it('a file that is none, is newer, or has a fault anywhere is refused whole, in a sentence', () => {
    const fault = (text: string) => {
      const read = readCourseFile(text);
      return 'fault' in read ? read.fault : '';
    };
    expect(fault('{')).toMatch('damaged');
    expect(fault('{"format":"olden-primer"}')).toMatch('no course file');
    expect(fault(`{"format":"${COURSE_FORMAT}","version":2}`)).toMatch('newer version');
    const good = JSON.parse(writeCourseFile(h, course)) as {
      course: { units: { lessons: { steps: { kind: string; id: string }[] }[] }[] };
    };
    const bad = structuredClone(good);
    bad.course.units[0]!.lessons[1]!.steps[0]!.kind = 'dance';
    expect(fault(JSON.stringify(bad))).toMatch(/lessons.*entry 2.*steps.*entry 1.*kind.*should be one of/);
    const twice = structuredClone(good);
    twice.course.units[0]!.lessons[1]!.steps[0]!.id = 'L1-1';
    expect(fault(JSON.stringify(twice))).toMatch('the same id');
    expect(fault(JSON.stringify({ ...good, extra: 1 }))).not.toBe('');
  });

  it('all curricula go out each in a file of its own, with a list; what is only wished for, and the family, do not', () => {
    const twins = { ...h, courses: [course, { ...course, id: 'd', title: 'c!' }, { ...course, id: 'w', wish: true }] };
    const files = curriculaFiles(twins);
    expect([...files.keys()]).toEqual(['c.json', 'c 2.json', 'list.txt']);
    expect(files.get('list.txt')).toBe(
      'c (Manual ISBN 9780306406157): c.json\r\nc! (Manual ISBN 9780306406157): c 2.json\r\n',
    );
    for (const [name, text] of files) {
      for (const own of ['1850', 'the fair', 'blue tin', '"A"']) expect(text).not.toContain(own);
      if (name.endsWith('.json')) expect(readCourseFile(text)).not.toHaveProperty('fault');
    }
    expect(curriculaFiles({ ...h, courses: [] }).size).toBe(0);
  });
});
