export function Applicant({ name }: { name: string }) {
  return <p className="applicant">{name}</p>;
}
