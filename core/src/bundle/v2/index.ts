export { defaultsOfVersion2 } from './defaults';
export { contentOfScheme2 } from './fingerprint';
export { version2Schema } from './schema';
export { designFromVersion2, upgradeFromVersion2 } from './upgrade';
