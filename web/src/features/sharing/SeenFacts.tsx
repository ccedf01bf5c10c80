/** What a shown painting consists of: units in their order, areas, piles; the chosen one in full. */
import type { ReactNode } from "react";

import { Box, ButtonBase, Stack, Typography } from "@mui/material";

import { Swatch } from "../../shared/ui/Swatch";
import { value } from "../../shared/ui/numbers";
import { capital, soMany } from "../../shared/ui/words";
import type { Remark, Seen, SeenUnit } from "./queries";

type RemarksOn = (about: Remark["about"], subject: string) => ReactNode;

interface RowProps {
  isChosen: boolean;
  choose: () => void;
  swatch?: ReactNode;
  title: string;
  words: string;
  remarks: number;
  children: ReactNode;
}

function Row({ isChosen, choose, swatch, title, words, remarks, children }: RowProps) {
  return (
    <Box
      component="li"
      sx={{ bgcolor: isChosen ? "background.default" : "transparent", borderRadius: "3px" }}
    >
      <ButtonBase
        onClick={choose}
        aria-expanded={isChosen}
        sx={{ width: "100%", justifyContent: "start", gap: 1.5, p: 1, textAlign: "left", font: "inherit" }}
      >
        {swatch}
        <Box sx={{ flex: 1, minWidth: 0 }}>
          <Typography sx={{ fontWeight: isChosen ? 680 : 450 }}>{capital(title)}</Typography>
          <Typography variant="caption" color="text.secondary" component="div">
            {words}
          </Typography>
        </Box>
        {remarks > 0 && <Typography variant="caption">{soMany(remarks, "remark")}</Typography>}
      </ButtonBase>
      {isChosen && <Box sx={{ px: 1, pb: 1.5 }}>{children}</Box>}
    </Box>
  );
}

const LIST = { listStyle: "none", p: 0, m: 0, pt: 1 } as const;

const open = (seen: Seen, about: Remark["about"], subject: string) =>
  seen.remarks.filter((one) => one.about === about && one.subject === subject && !one.done).length;

interface UnitsProps {
  seen: Seen;
  unit: string | null;
  choose: (unit: string | null) => void;
  remarksOn: RemarksOn;
}

export function SeenUnits({ seen, unit, choose, remarksOn }: UnitsProps) {
  if (seen.units.length === 0)
    return (
      <Typography color="text.secondary" sx={{ pt: 2 }}>
        There is no plan yet, or it is out of date.
      </Typography>
    );
  const roles = new Map(seen.stages.map((one) => [one.number, one.role]));
  const passes = [...new Set(seen.units.map((one) => one.pass_number))];
  return passes.map((number) => (
    <Box key={number} component="section" aria-label={`Pass ${number}`} sx={{ pt: 1.5 }}>
      <Typography variant="h3">
        Pass {number}
        {roles.has(number) && `, ${roles.get(number)}`}
      </Typography>
      <Stack component="ul" sx={LIST}>
        {seen.units
          .filter((one) => one.pass_number === number)
          .map((one) => (
            <Row
              key={one.id}
              isChosen={one.id === unit}
              choose={() => choose(one.id === unit ? null : one.id)}
              swatch={<UnitSwatch seen={seen} unit={one} />}
              title={one.title}
              words={`${one.words}, ${Math.round(one.minutes)} min`}
              remarks={open(seen, "unit", one.id)}
            >
              <SeenPiles mixes={seen.mixes.filter((mix) => one.mixes.includes(mix.id))} />
              {remarksOn("unit", one.id)}
            </Row>
          ))}
      </Stack>
    </Box>
  ));
}

function UnitSwatch({ seen, unit }: { seen: Seen; unit: SeenUnit }) {
  const mix = seen.mixes.find((one) => unit.mixes.includes(one.id));
  return mix ? <Swatch colour={mix.dry} label={mix.name} size={32} /> : <Box sx={{ width: 32 }} />;
}

interface AreasProps {
  seen: Seen;
  area: string | null;
  choose: (area: string | null) => void;
  remarksOn: RemarksOn;
}

export function SeenAreas({ seen, area, choose, remarksOn }: AreasProps) {
  return (
    <Stack component="ul" sx={LIST}>
      {seen.areas.map((one) => (
        <Row
          key={one.id}
          isChosen={one.id === area}
          choose={() => choose(one.id === area ? null : one.id)}
          swatch={<Swatch colour={one.colour} label={one.name} size={32} />}
          title={`${one.index + 1}  ${capital(one.name)}`}
          words={`value ${value(one.value)}`}
          remarks={open(seen, "area", one.id)}
        >
          {remarksOn("area", one.id)}
        </Row>
      ))}
    </Stack>
  );
}

export function SeenPiles({ mixes }: { mixes: Seen["mixes"] }) {
  return (
    <Stack component="ul" sx={{ ...LIST, gap: 1 }}>
      {mixes.map((one) => (
        <Stack key={one.id} component="li" direction="row" sx={{ gap: 1.5 }}>
          <Swatch colour={one.dry} label={`${one.name}, dry`} size={32} />
          <Box sx={{ minWidth: 0 }}>
            <Typography>{capital(one.name)}</Typography>
            <Typography variant="caption" component="div">
              {one.recipe}
            </Typography>
          </Box>
        </Stack>
      ))}
    </Stack>
  );
}
