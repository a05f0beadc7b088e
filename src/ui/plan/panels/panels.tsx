import { CoverPanel } from './cover-panel';
import { DayPanel } from './day-panel';
import { PastePanel } from './paste-panel';
import { ComparePanel } from '../propose/compare-panel';
import { ProposePanel } from '../propose/propose-panel';
import { RequestPanel } from './request-panel';
import { RowsPanel } from './rows-panel';
import { BulkPanel } from './bulk-panel';
import { ShiftPanel } from './shift-panel';
import type { Panel } from '../state/view-store';

/** What was opened beside the canvas. */
export function Panels({ panel }: { readonly panel: Panel }) {
  switch (panel.kind) {
    case 'shift':
      return <ShiftPanel key={panel.id} id={panel.id} />;
    case 'cover':
      return <CoverPanel key={panel.shift.id} shift={panel.shift} isNew={panel.isNew} />;
    case 'bulk':
      return <BulkPanel />;
    case 'paste':
      return <PastePanel block={panel.block} at={panel.at} />;
    case 'rows':
      return <RowsPanel />;
    case 'day':
      return <DayPanel key={panel.day} day={panel.day} />;
    case 'request':
      return <RequestPanel key={panel.id} id={panel.id} />;
    case 'propose':
      return <ProposePanel />;
    case 'compare':
      return <ComparePanel />;
  }
}
