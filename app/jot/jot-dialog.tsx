import { yupResolver } from '@hookform/resolvers/yup';
import { Controller, useForm, useWatch } from 'react-hook-form';
import { object, type ObjectSchema, string } from 'yup';
import { JOTTING_KINDS, type JottingKind } from '../../core/household';
import { weekStart } from '../../core/calendar';
import { jottingRow, readJotting } from '../../core/jot';
import { useFormCommit, useHousehold } from '../shell/household';
import { shortDate } from '../ui/dates';
import { FormDialog } from '../ui/form-dialog';
import { InputField, RadioField, SelectField } from '../ui/field';
import { newId } from '../ui/id';

const WORDS: Record<JottingKind, string> = {
  errand: 'errand',
  buy: 'thing to buy',
  note: 'note',
  reminder: 'reminder',
};
const LANDS: Record<JottingKind, string> = {
  errand: 'It stands under Today and in the week until it is ticked.',
  buy: 'It stands under Materials, to buy.',
  note: 'It stands on the day’s page and in the record.',
  reminder: 'It stands in its week, and on Today once that week has come.',
};

const NONE = 'none';
interface Values {
  line: string;
  /** Empty: as it is read from the line. */
  kind: JottingKind | '';
  week: string;
}
const schema: ObjectSchema<Values> = object({
  line: string().trim().required().max(500),
  kind: string()
    .oneOf(['', ...JOTTING_KINDS] as const)
    .defined(),
  week: string().defined(),
});

/** One line written down from anywhere: what it is and when is read from the words, and can be put right. */
export default function JotDialog({ close }: { close: () => void }) {
  const { household, today } = useHousehold();
  const commit = useFormCommit();
  const { firstDay, dateStyle } = household.settings;
  const { register, handleSubmit, control } = useForm<Values>({
    resolver: yupResolver(schema),
    defaultValues: { line: '', kind: '', week: '' },
  });
  const [line, chosen, week] = useWatch({ control, name: ['line', 'kind', 'week'] });
  const read = readJotting(line);
  const kind = chosen || read.kind;
  const weeks =
    week === '' ? (read.weeks ?? (kind === 'reminder' ? 0 : undefined)) : week === NONE ? undefined : Number(week);
  const start = weekStart(today, firstDay);
  const weekWords = (i: number) =>
    i === 0 ? 'this week' : i === 1 ? 'next week' : `the week of ${shortDate(dateStyle, start + 7 * i, today)}`;
  const keep = handleSubmit(async () => {
    const row = jottingRow({ kind, text: read.text, weeks }, today, firstDay, newId());
    if (await commit(`jotted down: ${row.text}`, [{ table: 'jottings', put: row }])) close();
  });
  return (
    <FormDialog
      title="Jot down"
      close={close}
      keep="Jot it down"
      disabled={!line.trim()}
      onSubmit={(e) => void keep(e)}
    >
      <InputField
        label="What came up"
        hint="“buy glue”, “note: …”, “remind me of the fair in two weeks”"
        autoFocus
        autoComplete="off"
        maxLength={500}
        {...register('line')}
      />
      <div className="flex flex-wrap items-end gap-x-6 gap-y-3">
        <Controller
          control={control}
          name="kind"
          render={({ field }) => (
            <RadioField
              row
              legend="it is a"
              name={field.name}
              options={JOTTING_KINDS.map((k) => [k, WORDS[k]] as const)}
              chosen={kind}
              onChange={field.onChange}
            />
          )}
        />
        {(kind === 'errand' || kind === 'reminder') && (
          <Controller
            control={control}
            name="week"
            render={({ field }) => (
              <SelectField
                label="for"
                value={weeks ?? NONE}
                onChange={field.onChange}
                options={[
                  ...(kind === 'errand' ? ([[NONE, 'whenever']] as const) : []),
                  ...Array.from({ length: Math.max(13, (weeks ?? 0) + 1) }, (_, i) => [i, weekWords(i)] as const),
                ]}
              />
            )}
          />
        )}
      </div>
      <p className="text-aside text-soft" role="status">
        {LANDS[kind]}
      </p>
    </FormDialog>
  );
}
