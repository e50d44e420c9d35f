/** Says of a food that it is none of the cupboard's own rows but one of a published table, as that table has it. */
export function ReferenceMark() {
  return <span className="ml-2 text-small font-normal text-soft">reference food</span>;
}
