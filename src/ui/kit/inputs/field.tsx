import clsx from 'clsx';
import { createContext, useContext, useId } from 'react';

const FieldContext = createContext<{ readonly id: string; readonly hint?: string } | null>(null);

/** The ids of the control in the field around it, and of the words about it; null: none stands around it. */
export function useField() {
  return useContext(FieldContext);
}

/** A label over the one control it names, with a word of explanation. */
export function Field({
  label,
  hint,
  children,
  className,
}: {
  readonly label: string;
  readonly hint?: string;
  readonly children: React.ReactNode;
  readonly className?: string;
}) {
  const id = useId();
  const hintId = hint ? `${id}-hint` : undefined;
  return (
    <div className={clsx('flex flex-col gap-0.5', className)}>
      <label htmlFor={id} className="label text-muted text-xs whitespace-normal">
        {label}
      </label>
      <FieldContext.Provider value={{ id, hint: hintId }}>{children}</FieldContext.Provider>
      {hint && (
        <span id={hintId} className="text-muted text-xs">
          {hint}
        </span>
      )}
    </div>
  );
}

/** What is wrong with a field, under it. */
export function FieldError({ id, children }: { readonly id?: string; readonly children: React.ReactNode }) {
  return (
    <span id={id} role="alert" className="text-gap mt-0.5 block max-w-[260px] text-xs">
      {children}
    </span>
  );
}

/** Fields that belong together, under a title of their own. */
export function FieldGroup({
  title,
  children,
  className,
}: {
  readonly title: string;
  readonly children: React.ReactNode;
  readonly className?: string;
}) {
  const id = useId();
  return (
    <fieldset aria-labelledby={id} className={clsx('fieldset block p-0', className)}>
      <legend id={id} className="mb-0.5 text-sm font-semibold">
        {title}
      </legend>
      {children}
    </fieldset>
  );
}
