/** Something a person is told, with a way on where there is one. */
export interface Notice {
  readonly text: string;
  readonly action?: { readonly label: string; readonly run: () => void };
}

/** Tells a person something in passing, at the foot of the page. */
export function notify({ text, action }: Notice): void {
  // Not needed before there is something to tell.
  void import('sonner').then(
    ({ toast }) => toast(text, action ? { action: { label: action.label, onClick: action.run } } : undefined),
    () => window.alert(text),
  );
}

/** Gets what telling needs, so that it is there when the connection is not. */
export function prepareToNotify(): void {
  // It is tried again when there is something to tell.
  import('sonner').catch(() => undefined);
}
