/** Picks one file. */
export function FileInput({
  onFile,
  label,
  accept,
}: {
  readonly onFile: (file: File) => void;
  readonly label: string;
  /** Ends of names and types, as `.csv,.xlsx`. */
  readonly accept: string;
}) {
  return (
    <input
      type="file"
      className="file-input text-base w-auto max-w-full"
      aria-label={label}
      accept={accept}
      onChange={({ target }) => {
        const file = target.files?.[0];
        if (file) onFile(file);
      }}
    />
  );
}
