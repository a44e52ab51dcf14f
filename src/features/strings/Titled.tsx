/** A choice with its reason in one sentence. */
export function Titled({ title, why, children }: { title: string; why: string; children: React.ReactNode }) {
  return (
    <div>
      <p className="font-semibold">{title}</p>
      <p className="mb-1 text-muted">{why}</p>
      {children}
    </div>
  );
}
