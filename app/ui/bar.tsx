import * as Progress from '@radix-ui/react-progress';

/** How far something is that takes a while; `share` from 0 to 1. */
export default function Bar({
  label,
  share,
  className,
  ...rest
}: {
  label: string;
  share: number;
  className: string;
  'data-tip'?: string;
}) {
  const percent = Math.round(100 * Math.min(1, Math.max(0, share)));
  return (
    <Progress.Root value={percent} aria-label={label} className={`relative block ${className}`} {...rest}>
      <Progress.Indicator className="absolute inset-y-0 left-0 bg-ink" style={{ width: `${percent}%` }} />
    </Progress.Root>
  );
}
