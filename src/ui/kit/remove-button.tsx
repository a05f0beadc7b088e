import { X } from 'lucide-react';

/** Takes a line out of a list. */
export function RemoveButton({
  label,
  onClick,
  className = '',
}: {
  readonly label: string;
  readonly onClick: () => void;
  readonly className?: string;
}) {
  return (
    <button
      type="button"
      aria-label={label}
      title={label}
      className={`btn btn-ghost btn-square text-muted ${className}`}
      onClick={onClick}
    >
      <X size={14} aria-hidden />
    </button>
  );
}
