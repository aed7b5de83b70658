/** Stands in for the phone number tables behind class-validator's IsPhoneNumber, which no form here uses. */
export function parsePhoneNumber(): never {
  throw new Error('phone numbers are not checked in the browser');
}
