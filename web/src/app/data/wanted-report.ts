import type { NewConnection, OfferedReport } from '@lens/contract';

/** A report as it is asked for, with all of its fields that become something here. */
export const wantedReport = ({ id, name, fields }: OfferedReport): NewConnection['reports'][number] => ({
  id,
  name,
  fields: fields.filter(({ becomes, always }) => becomes !== '' && !always).map((field) => field.name),
});
