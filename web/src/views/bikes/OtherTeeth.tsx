import { useState } from "react";
import { useOtherTeeth } from "../../api/bikes";
import type { BikePage, JobRecord } from "../../api/client";
import { Caution } from "../../ui/Caution";
import { Chip, Chips } from "../../ui/Chip";
import { Told } from "../../ui/Told";

const TRIED = [-4, -2, -1, 1, 2, 4];

const named = (teeth: number): string => {
  const count = Math.abs(teeth) === 1 ? "one tooth" : `${Math.abs(teeth)} teeth`;
  return `${count} ${teeth < 0 ? "fewer" : "more"}`;
};

/** What other front teeth would have done on the rides that were ridden: one press each. */
export function OtherTeeth({ job, page }: { job: JobRecord; page: BikePage }) {
  const [teeth, setTeeth] = useState<number>();
  const { data, error } = useOtherTeeth(job, page.id, teeth);
  return (
    <div className="no-print">
      <Chips title="In front, on these rides" name="Other front teeth">
        {TRIED.map((each) => (
          <Chip
            key={each}
            on={each === teeth}
            label={named(each)}
            means="where the gears would have reached, at the speeds that were ridden"
            onClick={() => setTeeth(each === teeth ? undefined : each)}
          />
        ))}
      </Chips>
      {teeth !== undefined && (
        <p role="status">
          {error ? error.message : data?.teeth === teeth ? <Told text={data.says} /> : "Working it out…"}
        </p>
      )}
      {teeth !== undefined && data && data.over.length > 0 && (
        <Caution>
          Below a maker’s limit the inside of a hub or gearbox can break while it is ridden: keep to the
          limit, or ask the maker first.
        </Caution>
      )}
    </div>
  );
}
