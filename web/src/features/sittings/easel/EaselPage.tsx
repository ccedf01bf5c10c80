/** At the easel: the application leads through a sitting. Made for a tablet at arm's length and one hand that is wet. */
import { Box } from "@mui/material";

import { Failed, Loading } from "../../../shared/ui/States";
import { unlockSound } from "./alarm";
import { AtWork } from "./AtWork";
import { useOffline } from "./device";
import { Opening } from "./Opening";
import { useAtEasel, useNow, type Easel } from "./useAtEasel";

interface Props {
  painting: number;
  /** The surround: its name, and what changes it. */
  surround: string;
  nextSurround: () => void;
}

export function EaselPage({ painting, surround, nextSurround }: Props) {
  const easel = useAtEasel(painting);
  const now = useNow(easel.at);
  const offline = useOffline(picturesOf(easel));
  if (easel.phase === "loading") return <Loading what="the easel" />;
  if (easel.phase === "failed") return <Failed error={easel.error} again={() => void easel.at.look()} />;
  const { list, course } = easel;
  const sitting = course?.sittings.at(-1);
  const title = <title>{`At the easel: ${easel.easel!.title} · Ypsochrom`}</title>;
  if (!list || !course || !sitting || sitting.ended)
    return (
      <Box sx={{ height: "100dvh", overflow: "auto" }}>
        {title}
        <Opening
          easel={easel}
          painting={painting}
          now={now}
          open={() => {
            unlockSound();
            return easel.at.open();
          }}
        />
      </Box>
    );
  return (
    <>
      {title}
      <AtWork {...{ easel, list, course, painting, now, surround, nextSurround, offline }} />
    </>
  );
}

const picturesOf = ({ list, easel }: Easel): string[] =>
  list ? [list.reference_url, list.parts_url, list.steps_url, ...Object.values(easel?.stages ?? {})] : [];
