/** A key, or what is typed. */
export function Kbd({ children }: { readonly children: React.ReactNode }) {
  return <kbd className="kbd kbd-sm font-sans text-xs">{children}</kbd>;
}
