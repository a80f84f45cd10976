import { X } from 'lucide-react';

/** At the end of a row of fields, level with them: takes that row out. `label` says which. */
export const TakeOut = ({ label, onClick }: { label: string; onClick: () => void }) => (
  <div className="beside-fields">
    <button type="button" className="btn !px-0" aria-label={label} onClick={onClick}>
      <X size={18} aria-hidden="true" />
    </button>
  </div>
);
