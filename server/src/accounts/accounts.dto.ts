import { ROLES, type Role } from '../database/entities';
import { Choice, ListOf, Optional, Part, Said, SaidTexts, Text } from '../fields/fields';

export class SignIn {
  @Text(100, { least: 1 }) login: string;
  @Text(200, { least: 1 }) password: string;
}

/** As OWASP's ASVS has it (from memory). */
const PASSWORD = { least: 12 };
const LOGIN = { least: 2, pattern: /^[a-z0-9._-]+$/i, patternMessage: 'Use letters, digits, dots, - and _ only.' };

export class NewAccount {
  @Text(100, { least: 1 }) name: string;
  @Text(60, LOGIN) login: string;
  @Text(200, PASSWORD) password: string;
  @Choice(ROLES, 'Role') role: Role;
}

export class FirstAccount {
  @Text(100, { least: 1 }) name: string;
  @Text(60, LOGIN) login: string;
  @Text(200, PASSWORD) password: string;
  /** Printed by the server at its start. */
  @Text(40) setUpCode: string;
}

export class ChangedPassword {
  @Text(200, { least: 1 }) current: string;
  @Text(200, PASSWORD) password: string;
}

export class RenewedPassword {
  @Text(200, PASSWORD) password: string;
}

/** One place where somebody is signed in. */
export class OwnSession {
  @Said('string') id: string;
  @Said('string') openedAt: string;
  @Said('string') seenAt: string;
  @Said('string') address: string;
  /** What the browser calls itself. */
  @Said('string') agent: string;
  /** Whether it is the one that asks. */
  @Said('boolean') isThis: boolean;
}

export class HouseEvent {
  @Said('string') at: string;
  @Said('string') by: string;
  @Said('string') action: string;
  @Said('string') detail: string;
}

export class AccountView {
  @Said('string') id: string;
  @Said('string') name: string;
  @Said('string') login: string;
  @Choice(ROLES, 'Role') role: Role;
  @Said('string') createdAt: string;
  /** Others, in another role, who signed in on a device of theirs: one person may be both. */
  @SaidTexts() beside: string[];
  /** Whether it is that of whoever asks. */
  @Said('boolean') isOwn: boolean;
}

export class PersonView {
  @Said('string') name: string;
  @Choice(ROLES, 'Role') role: Role;
}

export class DemoSignIn {
  @Said('string') name: string;
  @Choice(ROLES, 'Role') role: Role;
  @Said('string') login: string;
  @Said('string') password: string;
}

export class SessionView {
  @Optional() @Part(() => PersonView) me?: PersonView;
  /** True until the coordinator's account exists. */
  @Said('boolean') setUpNeeded: boolean;
  /** Sign-ins of a demo run; empty otherwise. */
  @ListOf(() => DemoSignIn, 10) demo: DemoSignIn[];
  /** The address that other devices use. */
  @Said('string') address: string;
  @Said('boolean') onNetwork: boolean;
  /** The latest time that it was here already, where the clock of the server is behind that; for coordinators. */
  @Said('string', true) clockBehind: string | null;
  /** Megabytes that are left on the disk of the data, told to coordinators where they are few. */
  @Said('integer', true) spaceLeft: number | null;
  /** Whether the server was told of a label printer. */
  @Said('boolean') hasPrinter: boolean;
}
