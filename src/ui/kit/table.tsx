import clsx from 'clsx';

/** Rows and columns of text and fields. `isFlush`: its first column begins where the text around it does. */
export function Table({
  isFlush = false,
  className,
  ...rest
}: { readonly isFlush?: boolean } & React.ComponentProps<'table'>) {
  return (
    <table
      {...rest}
      className={clsx(
        'table table-xs [&_thead_tr]:text-muted [&_thead_tr]:text-xs [&_thead_tr]:font-normal [&_tr]:text-base',
        isFlush && '[&_:is(th,td):first-child]:pl-0',
        className,
      )}
    />
  );
}
