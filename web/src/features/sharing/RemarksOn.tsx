/** What was remarked on one area or unit of one's own painting; nothing where nothing was. */
import { Section } from "../../shared/ui/Facts";
import { removeRemark, tickRemark, type Remark } from "./queries";
import { RemarkList } from "./Remarks";
import { useSharing } from "./useSharing";

interface Props {
  painting: number;
  isHosted: boolean;
  about: Remark["about"];
  subject: string;
}

export function RemarksOn({ painting, isHosted, about, subject }: Props) {
  const { found, keep } = useSharing(painting, isHosted);
  const here = (found.data?.remarks ?? []).filter((one) => one.about === about && one.subject === subject);
  if (here.length === 0) return null;
  return (
    <Section title="Remarks">
      <RemarkList
        remarks={here}
        tick={(one) => void keep(tickRemark(one.id, !one.done))}
        mayRemove={() => true}
        remove={(one) => void keep(removeRemark(one.id))}
      />
    </Section>
  );
}
