/** Lessons as the choices of a select. */
export const LessonOptions = ({ lessons }: { lessons: readonly { id: string; title: string }[] }) =>
  lessons.map((l) => (
    <option key={l.id} value={l.id}>
      {l.title}
    </option>
  ));
