'use client';

import { counted, formatHours } from '@/core/time/format';
import { formatMoney } from '@/core/checks/shared/messages';
import { rulesOn, setOf } from '@/core/clock/clock-rules';
import { GOALS } from '@/core/propose/goals';
import type { SetupPayload } from '@/server/site/payload';
import type { RecurringPayload } from '@/server/week/payload';
import { AppLayout, type ShellFrame, Strip } from '../layout/app-layout';
import { LeaveLimitsSection } from '../leave/limits-section';
import { JobsSection } from '../jobs/setup/jobs-section';
import { LeaveTypesSection } from '../leave/types-section';
import { ActivitiesSection } from './activities-section';
import { ClockSection } from './clock-section';
import { DevicesSection } from './devices-section';
import { GoalsSection } from './goals-section';
import { HolidaysSection } from '../holidays/holidays-section';
import { PatternsSection } from '../patterns/patterns-section';
import { TemplatesSection } from '../templates/templates-section';
import { ColleaguesSection } from './colleagues-section';
import { RequestsSection } from './requests-section';
import { HoursSection } from './hours-section';
import { NeedsSection } from './needs-section';
import { Overview } from './overview';
import { PERIOD_NAMES, PayrollSection } from './payroll-section';
import { PlanFileSection } from './plan-file-section';
import { RolesSection } from './roles-section';
import { RulesSection } from './rules-section';
import { SECTIONS, type SectionId, sectionAddress, sectionsWithout } from './sections';
import { UsedSection } from './used-section';
import { SiteSection } from './site-section';

interface Props {
  readonly header: ShellFrame;
  readonly setup: SetupPayload;
  readonly recurring: RecurringPayload;
  readonly section: SectionId;
}

/** Set-up of one site, a section at a time. */
export function SetupScreen({ header, setup, recurring, section }: Props) {
  const address = (id: SectionId) => sectionAddress(setup.id, id);
  return (
    <AppLayout
      header={header}
      site={setup.id}
      area="setup"
      strip={
        <Strip
          label="Sections of set-up"
          current={address(section)}
          items={sectionsWithout(setup.off).map(({ id, name }) => ({
            href: address(id),
            name,
            note: noteOf(setup, recurring, id),
            open: id !== 'overview' && setup.missing.some((line) => line.section === id),
          }))}
        />
      }
    >
      {!TITLED.includes(section) && (
        <h1 className="sr-only">
          {SECTIONS.find(({ id }) => id === section)!.name} of {setup.site.name}
        </h1>
      )}
      {section === 'overview' && <Overview setup={setup} />}
      {section === 'site' && <SiteSection setup={setup} />}
      {section === 'hours' && <HoursSection setup={setup} />}
      {section === 'holidays' && <HolidaysSection setup={setup} />}
      {section === 'leave' && <LeaveTypesSection setup={setup} />}
      {section === 'leave-limits' && <LeaveLimitsSection setup={setup} />}
      {section === 'requests' && <RequestsSection setup={setup} />}
      {section === 'roles' && <RolesSection setup={setup} />}
      {section === 'needs' && <NeedsSection setup={setup} />}
      {section === 'rules' && <RulesSection setup={setup} />}
      {section === 'goals' && <GoalsSection setup={setup} />}
      {section === 'clock' && <ClockSection setup={setup} />}
      {section === 'devices' && <DevicesSection setup={setup} />}
      {section === 'activities' && <ActivitiesSection setup={setup} />}
      {section === 'payroll' && <PayrollSection setup={setup} />}
      {section === 'jobs' && <JobsSection setup={setup} />}
      {section === 'templates' && <TemplatesSection recurring={recurring} />}
      {section === 'patterns' && <PatternsSection recurring={recurring} />}
      {section === 'plan-file' && <PlanFileSection setup={setup} />}
      {section === 'colleagues' && <ColleaguesSection setup={setup} />}
      {section === 'used' && <UsedSection setup={setup} />}
    </AppLayout>
  );
}

/** Sections that show a title of their own. */
const TITLED: readonly SectionId[] = ['overview', 'templates', 'patterns'];

function noteOf(
  {
    site,
    roles,
    needs,
    rules,
    missing,
    off,
    staffSees,
    holidays,
    leave,
    requestRules,
    proposing,
    clockRules,
    hoursRules,
    devices,
    visitsCustomers,
    today,
  }: SetupPayload,
  { templates, patterns }: RecurringPayload,
  id: SectionId,
): string {
  switch (id) {
    case 'templates':
      return templates.length === 0 ? 'none yet' : `${templates.length} for shifts`;
    case 'patterns':
      return patterns.length === 0 ? 'none yet' : `${patterns.length} set up`;
    case 'overview':
      return missing.length === 0 ? 'complete' : `${missing.length} missing`;
    case 'site': {
      const cost = site.budgets.at(-1)?.cost ?? null;
      const minutes = site.budgets.at(-1)?.minutes ?? null;
      if (cost === null && minutes !== null) return `budget ${formatHours(minutes)}`;
      return cost === null ? 'no budget' : `budget ${formatMoney(cost, site.currency, true)}`;
    }
    case 'hours': {
      const open = site.hours.at(-1)?.days.filter((spans) => spans.length > 0).length ?? 0;
      return site.neverClosed ? 'never closed' : open === 0 ? 'none yet' : `open ${open} days`;
    }
    case 'holidays': {
      const ahead = [...holidays.holidays, ...holidays.shared].filter(({ date }) => date >= today);
      return ahead.length === 0 ? 'none ahead' : `${ahead.length} ahead`;
    }
    case 'leave': {
      const used = leave.types.filter(({ isRetired }) => !isRetired).length;
      return used === 0 ? 'none yet' : counted(used, 'kind');
    }
    case 'leave-limits': {
      const set = leave.limits.length + leave.closed.length;
      return set === 0 ? 'none' : counted(set, 'limit');
    }
    case 'goals':
      return GOALS.find(({ key }) => key === proposing.goals[0])?.name ?? 'only what is missing';
    case 'clock':
      return setOf(rulesOn(clockRules, today))?.name.toLowerCase() ?? 'own rules';
    case 'devices':
      return devices.length === 0 ? 'none' : counted(devices.length, 'device');
    case 'activities':
      return 'what is worked at';
    case 'jobs':
      return visitsCustomers ? 'visits customers' : 'not used';
    case 'payroll':
      return PERIOD_NAMES[hoursRules.periods.at(-1)!.kind];
    case 'requests':
      return requestRules.kinds.length === 0 ? 'none' : counted(requestRules.kinds.length, 'kind');
    case 'roles': {
      const used = roles.filter((role) => !role.retired).length;
      return used === 0 ? 'none yet' : `${used} in use`;
    }
    case 'needs': {
      const variants = needs.sets.filter((set) => set.name !== null).length;
      if (needs.sets.every((set) => set.rows.length === 0)) return 'none yet';
      return variants === 0 ? 'one usual week' : `${variants} ${variants === 1 ? 'variant' : 'variants'}`;
    }
    case 'plan-file':
      return 'in and out';
    case 'colleagues':
      return staffSees.length === 0
        ? 'own shifts only'
        : staffSees.includes('names')
          ? 'the team'
          : 'the team, unnamed';
    case 'used':
      return off.length === 0 ? 'all of it' : `${off.length} off`;
    case 'rules':
      return rules.off.length === 0 ? 'all checks on' : `${counted(rules.off.length, 'check')} off`;
  }
}
