import { useEffect } from 'react';
import { useStore } from 'zustand';
import { useController } from '../state/controller';
import { PanelLayout } from '../panels/panel-layout';
import { Ask } from './ask';
import { Found, FoundActions } from './found';
import { Looking } from './looking';

/** Shifts for the open part of the plan: what is asked for, how far looking has come, and what was found. */
export function ProposePanel() {
  const session = useController().proposal;
  const looking = useStore(session.store, (state) => state.looking !== null);
  const found = useStore(session.store, (state) => state.found !== null);
  const name = useStore(session.store, (state) => state.name);
  useEffect(() => {
    session.show();
    return () => session.hide();
  }, [session]);
  if (looking)
    return (
      <PanelLayout title="Looking for shifts" isWide>
        <Looking />
      </PanelLayout>
    );
  if (found)
    return (
      <PanelLayout title={name ?? 'Proposed shifts'} isWide foot={<FoundActions />}>
        <Found />
      </PanelLayout>
    );
  return (
    <PanelLayout
      title="Propose shifts"
      note="For what is open in the plan. Nothing is changed until you take it."
      isWide
    >
      <Ask />
    </PanelLayout>
  );
}
