import {
  answerRequest,
  askRequest,
  sendRequest,
  renewRequest,
  replyRequest,
  seeRequest,
  withdrawRequest,
} from '../requests/ask';
import { approveRequests, askAboutRequest, decideRequest, takeBackRequest } from '../requests/decide';
import { grantAccount, inviteOther, invitePeople, resetPasswords, stopAccount } from '../accounts/commands';
import { sendAgain, wishToBeTold } from '../outbox/commands';
import { saveNeeds } from '../needs/commands';
import { addPeople, changePeople, saveAvailability, saveFields, savePerson } from '../people/commands';
import { importPeople } from '../people/import/command';
import { answerCall, answerCallFor, askNext, beginCall, endCall, turnCall } from '../calls/commands';
import { correctPunches, punchFor } from '../clock/commands';
import { saveActivities, saveAsks } from '../clock/activities';
import { answerPunchAsk, askPunch, withdrawPunchAsk } from '../clock/requests';
import { saveAlerts } from '../today/alerts';
import { importPunches } from '../clock/import';
import { ownPunch, savePhones } from '../clock/own-phone';
import { savePhotos } from '../clock/photos';
import { removeCustomer, removePlace, saveCustomer, savePlace } from '../jobs/customers';
import { moveDayCommand } from '../jobs/day-move';
import { billJobs } from '../jobs/bill';
import { beginJob, finishJob, pauseJob, removeMaterial, saveMaterial } from '../jobs/crew-says';
import { saveField } from '../jobs/field-setup';
import { jobProgress, removeJob, saveJob } from '../jobs/jobs';
import { callRound, endRound, saveRound } from '../jobs/rounds';
import { publishVisits } from '../jobs/visit-publish';
import { changeVisits } from '../jobs/visits';
import { endDevice, saveDevice } from '../clock/devices';
import { saveClockRules } from '../clock/rules';
import { fillHours, fillOwnHours } from '../hours/fill';
import { makePayroll } from '../hours/payroll';
import { saveHoursRules } from '../hours/rules';
import { approveHours, lockHours, noteHours, noteOwnHours, sendBackHours, submitHours } from '../hours/steps';
import { giveTimeOff } from '../hours/time-off';
import { adjustHours, typeHours, typeOwnHours } from '../hours/typed';
import { keepAlternative, removeAlternative } from '../propose/alternatives';
import { publishDays, withdrawDays } from '../publish/commands';
import { importSite, importWeek } from '../plan-file/commands';
import { createSite, nameBusiness, saveRoles, saveRules, saveSite } from '../site/commands';
import { saveCapabilities, saveColleagues, saveProposing, saveRequestRules } from '../site/switches';
import { changePattern, removePattern, savePattern } from '../patterns/commands';
import { answerNews, saveOwnPhone, seeNews, tickTask } from '../staff/commands';
import { decideAvailability, proposeAvailability, withdrawAvailability } from '../staff/availability';
import { renewFeed } from '../calendar/commands';
import { erasePersonalData } from '../records/commands';
import { saveWish } from '../staff/wishes';
import { decideLate } from '../staff/late-decision';
import { startWeek } from '../week/commands';
import { saveHolidays } from '../holidays/commands';
import { enterAbsence, endAbsence, reportAbsence } from '../leave/absence';
import { askForLeave, askLeaveBack, enterLeave, seeLeave, withdrawLeave } from '../leave/ask';
import { approveLeave, cancelLeave, decideLeave, decideLeaveBack, moveLeave } from '../leave/decide';
import { endGrant, grantLeave, reverseEntry, saveException } from '../leave/grant';
import { saveAwayRules, saveLeaveTypes } from '../leave/setup';
import { importShifts } from '../week/import/command';
import {
  deleteWeekTemplate,
  saveWeekTemplate,
  saveDaybook,
  saveStations,
  saveTemplates,
} from '../templates/commands';
import type { AnyCommand, Command } from './command';

/** Every command but plan edits. */
const ALL = [
  createSite,
  saveSite,
  nameBusiness,
  saveCapabilities,
  saveColleagues,
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
  importShifts,
  saveHolidays,
  saveLeaveTypes,
  saveAwayRules,
  askForLeave,
  enterLeave,
  withdrawLeave,
  askLeaveBack,
  seeLeave,
  decideLeave,
  approveLeave,
  decideLeaveBack,
  cancelLeave,
  moveLeave,
  reportAbsence,
  enterAbsence,
  endAbsence,
  grantLeave,
  endGrant,
  reverseEntry,
  saveException,
  saveStations,
  saveTemplates,
  saveWeekTemplate,
  deleteWeekTemplate,
  saveDaybook,
  publishDays,
  withdrawDays,
  savePattern,
  removePattern,
  changePattern,
  invitePeople,
  inviteOther,
  resetPasswords,
  grantAccount,
  stopAccount,
  seeNews,
  tickTask,
  erasePersonalData,
  renewFeed,
  saveWish,
  proposeAvailability,
  withdrawAvailability,
  decideAvailability,
  saveOwnPhone,
  answerNews,
  decideLate,
  sendAgain,
  wishToBeTold,
  askRequest,
  sendRequest,
  answerRequest,
  withdrawRequest,
  replyRequest,
  renewRequest,
  seeRequest,
  decideRequest,
  approveRequests,
  askAboutRequest,
  takeBackRequest,
  saveProposing,
  saveRequestRules,
  keepAlternative,
  removeAlternative,
  saveActivities,
  saveAsks,
  punchFor,
  correctPunches,
  saveClockRules,
  saveDevice,
  endDevice,
  importPunches,
  saveAlerts,
  ownPunch,
  savePhones,
  savePhotos,
  changeVisits,
  saveJob,
  removeJob,
  jobProgress,
  saveRound,
  endRound,
  callRound,
  saveField,
  publishVisits,
  billJobs,
  beginJob,
  pauseJob,
  finishJob,
  saveMaterial,
  removeMaterial,
  savePlace,
  removePlace,
  saveCustomer,
  removeCustomer,
  moveDayCommand,
  askPunch,
  withdrawPunchAsk,
  answerPunchAsk,
  saveHoursRules,
  typeOwnHours,
  typeHours,
  adjustHours,
  giveTimeOff,
  fillOwnHours,
  fillHours,
  submitHours,
  approveHours,
  lockHours,
  sendBackHours,
  noteHours,
  noteOwnHours,
  makePayroll,
  beginCall,
  answerCall,
  answerCallFor,
  askNext,
  turnCall,
  endCall,
] as const;

/** The input of each command, by its kind. */
export type CommandInputs = {
  readonly [C in (typeof ALL)[number] as C['kind']]: C extends Command<string, infer Input> ? Input : never;
};

export type CommandKind = keyof CommandInputs;

/** Every command but plan edits, by kind; its input is whatever its own schema has read. */
export const COMMANDS: ReadonlyMap<string, AnyCommand> = new Map(
  ALL.map((one) => [one.kind, one as AnyCommand]),
);
