/** A paint that is not on the shelf, mixed of what is: the strings side by side, and what the substitute cannot do. */
import {
  Alert,
  Autocomplete,
  Box,
  Button,
  LinearProgress,
  Stack,
  TextField,
  Typography,
} from "@mui/material";
import { useQuery } from "@tanstack/react-query";

import { inWords } from "../../../shared/api/client";
import { Swatch } from "../../../shared/ui/Swatch";
import { paintsQuery } from "../../materials";
import { substitutesQuery, type Parts, type Substitute } from "../queries";

interface Props {
  paint: string | null;
  choosePaint: (key: string | null) => void;
  toHand: (parts: Parts) => void;
}

export function Substitutes({ paint, choosePaint, toHand }: Props) {
  const paints = useQuery(paintsQuery);
  const found = useQuery({ ...substitutesQuery(paint ?? ""), enabled: paint !== null });
  const options = paints.data ?? [];
  return (
    <>
      <Autocomplete
        options={options}
        value={options.find((one) => one.key === paint) ?? null}
        onChange={(_, one) => choosePaint(one?.key ?? null)}
        getOptionLabel={(one) => one.name}
        isOptionEqualToValue={(one, other) => one.key === other.key}
        renderInput={(params) => <TextField {...params} label="Paint that you do not have" />}
        sx={{ maxWidth: 420, mb: 2 }}
      />
      {paint === null && (
        <Typography color="text.secondary">
          Named in a book, used up, or no longer made: choose it, and read how to mix it of your tubes.
        </Typography>
      )}
      {found.isError && <Alert severity="error">{inWords(found.error)}</Alert>}
      {paint !== null && found.isPending && <LinearProgress aria-label="Comparing strings" />}
      {found.data && (
        <Stack spacing={2.5}>
          {found.data.substitutes.length === 0 && (
            <Typography>There is no other tube on the shelf to mix it of.</Typography>
          )}
          <Box component="ol" aria-label="Substitutes" sx={{ listStyle: "none", p: 0, m: 0 }}>
            {found.data.substitutes.map((one) => (
              <Box component="li" key={JSON.stringify(one.parts)} sx={{ mb: 2.5 }}>
                <Pair wanted={found.data.string} mixed={one.string} name={found.data.name} />
                <Typography sx={{ fontWeight: 650, mt: 0.75 }}>{one.words}</Typography>
                <Typography color="text.secondary">{judged(one)}</Typography>
                <Button size="small" onClick={() => toHand(one.parts)}>
                  Take it to the bench
                </Button>
              </Box>
            ))}
          </Box>
          {found.data.alike.length > 0 && (
            <Typography>
              Nearly the same on your shelf:{" "}
              {found.data.alike.map((pair) => `${pair.one} and ${pair.other}`).join("; ")}.
            </Typography>
          )}
        </Stack>
      )}
    </>
  );
}

/** How near it comes, what it cannot do, what it costs. */
export function judged({ de00, worst_de00, lacks, price_per_ml }: Substitute): string {
  const near = `ΔE ${de00.toFixed(1)} over the whole string, ${worst_de00.toFixed(1)} at the most`;
  const price = price_per_ml === null ? [] : [`${price_per_ml.toFixed(2)} per ml`];
  return [near, ...lacks, ...price].join(" · ");
}

/** The paint above, the mixture below: from the tube to the lightest tint. */
function Pair({ wanted, mixed, name }: { wanted: string[]; mixed: string[]; name: string }) {
  return (
    <Box sx={{ bgcolor: "mat", p: 1, borderRadius: "3px", display: "inline-block" }}>
      {[
        [wanted, name],
        [mixed, "mixed"],
      ].map(([string, label]) => (
        <Stack key={label as string} direction="row">
          {(string as string[]).map((colour, at) => (
            <Swatch key={at} colour={colour} label={`${label as string}, tint ${at}`} size={64} />
          ))}
        </Stack>
      ))}
    </Box>
  );
}
