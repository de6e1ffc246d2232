export { contentOfScheme1 } from './fingerprint';
export { itemsOfVersion1, portionsFromVersion1, servingsFromVersion1, upgradeFromVersion1 } from './upgrade';
