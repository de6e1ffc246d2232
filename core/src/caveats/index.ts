export { ledger, ledgerOf, type Caveat, type Ledger, type NotBlind } from './ledger';
