import { Toaster } from 'sonner';

/** Where notices stand. */
export default function Notices() {
  return (
    <Toaster
      position="bottom-center"
      toastOptions={{ unstyled: true, className: 'notice', duration: 8000 }}
    />
  );
}
