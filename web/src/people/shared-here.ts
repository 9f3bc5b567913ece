/** Whether somebody has once chosen a code on this device: the sign-in then offers the change of user. */
const KEY = 'keel-shared-device';

export const isShared = (): boolean => localStorage.getItem(KEY) !== null;
export const rememberShared = (): void => localStorage.setItem(KEY, 'yes');
