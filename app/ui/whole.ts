import { number } from 'yup';

/** A whole number from one bound to another, with one sentence for whatever else is typed. Fields are registered `asNumber`. */
export const whole = (min: number, max: number, what = 'a whole number') => {
  const said = `Give ${what} from ${min} to ${max.toLocaleString('en')}.`;
  return number().typeError(said).integer(said).min(min, said).max(max, said).required(said);
};

/** How the field of a whole number is registered: empty is no number, not nought. */
export const asNumber = { setValueAs: (v: unknown) => (v === '' || v === null ? NaN : Number(v)) };
