import { useState } from 'react';
import type { Child } from '../../core/household';
import { useHousehold } from '../shell/household';
import { InputField } from '../ui/field';
import { FormDialog } from '../ui/form-dialog';
import { handOver } from './handed';

/** Gives the device to a child: it sees its own page and nothing else until the code is typed. */
export function HandOver({ child }: { child: Child }) {
  const { household } = useHousehold();
  const [open, setOpen] = useState(false);
  const [code, setCode] = useState('');
  const [fault, setFault] = useState<string>();
  return (
    <>
      <button type="button" className="btn" onClick={() => setOpen(true)}>
        Give this page to {child.name}
      </button>
      {open && (
        <FormDialog
          title={`This page for ${child.name}`}
          keep="Hand over"
          close={() => setOpen(false)}
          onSubmit={(e) => {
            e.preventDefault();
            if (!/^\d{4}$/.test(code)) setFault('Choose four figures, like 4711.');
            else handOver(child.id, code);
          }}
        >
          <p>
            {child.name} sees what is for today and ticks it. Nothing else of the program can be reached on this device
            until you type a code, or until midnight.{' '}
            {household.settings.nod === false
              ? 'What is ticked is marked done at once.'
              : 'What is ticked waits on Today for your OK.'}
          </p>
          <InputField
            label="A code of four figures, for coming back"
            hint="Kept on this device alone. It keeps a child from wandering; it does not keep a secret."
            fault={fault}
            inputMode="numeric"
            autoComplete="off"
            maxLength={4}
            className="w-28"
            value={code}
            onChange={(e) => setCode(e.target.value)}
          />
        </FormDialog>
      )}
    </>
  );
}
