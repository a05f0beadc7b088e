import { saveNeeds } from '../needs/commands';
import { addPeople, changePeople, saveAvailability, saveFields, savePerson } from '../people/commands';
import { importPeople } from '../people/import/command';
import { importSite, importWeek } from '../plan-file/commands';
import { createSite, nameBusiness, saveRoles, saveRules, saveSite } from '../site/commands';
import { changePattern, removePattern, savePattern } from '../week/patterns';
import { startWeek } from '../week/start';
import { dropWeek, keepWeek, saveDaybook, saveStations, saveTemplates } from '../week/templates';
import type { Command } from './command';

/** Every command but plan edits, by kind. */
export const COMMANDS: ReadonlyMap<string, Command<unknown>> = new Map(
  [
    createSite,
    saveSite,
    nameBusiness,
    saveRoles,
    saveRules,
    saveNeeds,
    addPeople,
    savePerson,
    changePeople,
    saveAvailability,
    saveFields,
    importPeople,
    importWeek,
    importSite,
    startWeek,
    saveStations,
    saveTemplates,
    keepWeek,
    dropWeek,
    saveDaybook,
    savePattern,
    removePattern,
    changePattern,
  ].map((one) => [one.kind, one]),
);
