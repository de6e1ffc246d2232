import { ROLES, type Role } from '../database/entities';
import { Choice, ListOf, Optional, Part, Said, Text } from '../fields/fields';

export class SignIn {
  @Text(100, { least: 1 }) login: string;
  @Text(200, { least: 1 }) password: string;
}

const LOGIN = { least: 2, pattern: /^[a-z0-9._-]+$/i, patternMessage: 'Use letters, digits, dots, - and _ only.' };

export class NewAccount {
  @Text(100, { least: 1 }) name: string;
  @Text(60, LOGIN) login: string;
  @Text(200, { least: 10 }) password: string;
  @Choice(ROLES, 'Role') role: Role;
}

export class FirstAccount {
  @Text(100, { least: 1 }) name: string;
  @Text(60, LOGIN) login: string;
  @Text(200, { least: 10 }) password: string;
  /** Printed by the server at its start when it is open to the network. */
  @Optional() @Text(40) setUpCode?: string;
}

export class AccountView {
  @Said('string') id: string;
  @Said('string') name: string;
  @Said('string') login: string;
  @Choice(ROLES, 'Role') role: Role;
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
  @Said('boolean') setUpCodeNeeded: boolean;
  /** Sign-ins of a demo run; empty otherwise. */
  @ListOf(() => DemoSignIn, 10) demo: DemoSignIn[];
  /** The address that other devices use. */
  @Said('string') address: string;
  @Said('boolean') onNetwork: boolean;
  /** Whether the server was told of a label printer. */
  @Said('boolean') hasPrinter: boolean;
}
