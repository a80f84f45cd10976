import { type TestContext, ValidationError } from 'yup';

/**
 * The test of a form by a reader of core, which has the rule: a sentence for each field that cannot be read, or nothing.
 * @param faultsOf what is wrong with the values, by field
 */
export const byFaults =
  <V extends object>(
    faultsOf: (values: V) => { [K in keyof V | `${string & keyof V}.${string}`]?: string | undefined } | undefined,
  ) =>
  (values: V, context: TestContext): true | ValidationError => {
    const faults = Object.entries(faultsOf(values) ?? {}).filter(([, message]) => message !== undefined);
    return (
      faults.length === 0 ||
      new ValidationError(faults.map(([path, message]) => context.createError({ path, message: message as string })))
    );
  };
