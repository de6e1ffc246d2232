import type { DemoSignIn } from './accounts.dto';

/** The invented staff of the Reedbed Kitchen. */
export const DEMO_SIGN_INS: DemoSignIn[] = [
  { name: 'Ines', role: 'coordinator', login: 'ines', password: 'reedbed-desk' },
  { name: 'Marek', role: 'kitchen', login: 'marek', password: 'reedbed-stove' },
  { name: 'Tove', role: 'server', login: 'tove', password: 'reedbed-tray' },
  { name: 'Samir', role: 'reader', login: 'samir', password: 'reedbed-page' },
];
