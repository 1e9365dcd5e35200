import { useRules, useSchools } from "../../state/taste/stances";
import { Notice, Waiting } from "../../ui/Notice";
import { Numbers } from "./Numbers";
import { Schools } from "./Schools";

/** Where you stand: schools as positions on every axis, and the numbers behind the plans. */
export function Taste() {
  const schools = useSchools();
  const rules = useRules();
  if (schools.isPending || rules.isPending) return <Waiting what="your schools" />;
  if (schools.isError || rules.isError) return <Notice>The service does not answer.</Notice>;
  return (
    <div className="mx-auto w-full max-w-[84rem] px-4 py-4">
      <h1 className="mb-1 text-great">Taste</h1>
      <p className="mb-4 max-w-[46rem] text-soft">
        Serious people disagree. A school takes one side on every axis; every value of a plan says which side
        moved it. Choose one to start from, move single axes, keep it as your own.
      </p>
      <Schools schools={schools.data} />
      <Numbers rules={rules.data} />
    </div>
  );
}
