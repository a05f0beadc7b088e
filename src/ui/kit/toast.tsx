import { Toaster } from 'sonner';

/** Where what is told in passing stands. */
export default function Toasts() {
  return (
    <Toaster
      position="bottom-center"
      style={{ fontFamily: 'inherit' }}
      toastOptions={{
        unstyled: true,
        duration: 8000,
        classNames: {
          toast:
            'alert bg-sheet text-ink border-ink flex w-[420px] items-center gap-3 rounded-[3px] px-3 py-2',
          actionButton: 'btn btn-outline ml-auto',
        },
      }}
    />
  );
}
