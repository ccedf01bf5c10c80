/** The picture on its neutral surround, with zoom and pan; what the hand does to the picture happens here. */
import {
  createContext,
  useCallback,
  useContext,
  useEffect,
  useLayoutEffect,
  useMemo,
  useRef,
  useState,
  type Dispatch,
  type PointerEvent,
  type ReactNode,
  type SetStateAction,
} from "react";

import { Box, IconButton, Stack, Tooltip } from "@mui/material";
import AddIcon from "@mui/icons-material/Add";
import FitIcon from "@mui/icons-material/CropFree";
import RemoveIcon from "@mui/icons-material/Remove";
import SurroundIcon from "@mui/icons-material/Tonality";

import { fitted, panned, toPicture, zoomedAt, type Size, type Viewport } from "../geometry/viewport";
import { useSurround } from "./Surround";

type Zoom = [Viewport | null, Dispatch<SetStateAction<Viewport | null>>];

const ZoomContext = createContext<Zoom | null>(null);

/** Keeps where the painter zoomed to while one picture after another is shown. */
export function ZoomProvider({ children }: { children: ReactNode }) {
  const [view, setView] = useState<Viewport | null>(null);
  const value = useMemo<Zoom>(() => [view, setView], [view]);
  return <ZoomContext value={value}>{children}</ZoomContext>;
}

const TAP_PX = 6;

interface ViewerProps {
  /** Size of what is shown, in picture pixels; the layers are laid over each other at this size. */
  picture: Size;
  label: string;
  children: ReactNode;
  /** Called with the point that was tapped, as shares of the picture. */
  onTap?: (at: { x: number; y: number }) => void;
  /** What stands at the left of the viewer's tools. */
  tools?: ReactNode;
  /** How the picture is turned for a fresh look. */
  flip?: Flip;
  /** Blur in picture pixels, as of squinting. */
  blurPx?: number;
}

export type Flip = "none" | "upside-down" | "mirrored";

const TURNS: Record<Flip, string> = { none: "none", "upside-down": "rotate(180deg)", mirrored: "scaleX(-1)" };

/** A tapped point in the picture as it lies there unturned. */
export function unturned(at: { x: number; y: number }, flip: Flip): { x: number; y: number } {
  if (flip === "none") return at;
  return { x: 1 - at.x, y: flip === "upside-down" ? 1 - at.y : at.y };
}

export function Viewer({ picture, label, children, onTap, tools, flip = "none", blurPx = 0 }: ViewerProps) {
  const frameRef = useRef<HTMLDivElement>(null);
  const [frame, setFrame] = useState<Size>({ width: 0, height: 0 });
  const own = useState<Viewport | null>(null);
  const [view, setView] = useContext(ZoomContext) ?? own;
  const { surround, next } = useSurround();
  const shown = view ?? fitted(picture, frame);
  const pointers = useRef(new Map<number, { x: number; y: number }>());
  const moved = useRef(0);

  useLayoutEffect(() => {
    const element = frameRef.current!;
    let before: Size | null = null;
    const measure = () => {
      const now = { width: element.clientWidth, height: element.clientHeight };
      if (before && (before.width !== now.width || before.height !== now.height)) setView(null);
      setFrame(now);
      before = now;
    };
    measure();
    const observer = new ResizeObserver(measure);
    observer.observe(element);
    return () => observer.disconnect();
  }, [setView]);

  const zoom = useCallback(
    (factor: number, point?: { x: number; y: number }) =>
      setView((now) => {
        const middle = { x: frame.width / 2, y: frame.height / 2 };
        return zoomedAt(now ?? fitted(picture, frame), factor, point ?? middle, picture, frame);
      }),
    [frame, picture, setView],
  );

  useEffect(() => {
    const element = frameRef.current!;
    const wheel = (event: WheelEvent) => {
      event.preventDefault();
      const box = element.getBoundingClientRect();
      zoom(Math.exp(-event.deltaY / 400), { x: event.clientX - box.left, y: event.clientY - box.top });
    };
    element.addEventListener("wheel", wheel, { passive: false });
    return () => element.removeEventListener("wheel", wheel);
  }, [zoom]);

  const at = (event: PointerEvent) => {
    const box = frameRef.current!.getBoundingClientRect();
    return { x: event.clientX - box.left, y: event.clientY - box.top };
  };
  const down = (event: PointerEvent<HTMLDivElement>) => {
    if (pointers.current.size === 0) moved.current = 0;
    pointers.current.set(event.pointerId, at(event));
    event.currentTarget.setPointerCapture(event.pointerId);
  };
  const move = (event: PointerEvent) => {
    const before = pointers.current.get(event.pointerId);
    if (!before) return;
    const now = at(event);
    const other = [...pointers.current].find(([id]) => id !== event.pointerId)?.[1];
    moved.current += Math.hypot(now.x - before.x, now.y - before.y);
    pointers.current.set(event.pointerId, now);
    if (other) {
      const spread = (p: { x: number; y: number }) => Math.hypot(p.x - other.x, p.y - other.y);
      zoom(spread(now) / Math.max(1, spread(before)), { x: (now.x + other.x) / 2, y: (now.y + other.y) / 2 });
    } else if (moved.current > TAP_PX) {
      setView((v) => panned(v ?? fitted(picture, frame), now.x - before.x, now.y - before.y, picture, frame));
    }
  };
  const up = (event: PointerEvent) => {
    if (pointers.current.delete(event.pointerId) && moved.current <= TAP_PX && onTap) {
      const point = toPicture(shown, at(event), picture);
      if (point) onTap(unturned(point, flip));
    }
  };
  const keys = (event: React.KeyboardEvent) => {
    if (event.key === "+" || event.key === "=") zoom(1.25);
    else if (event.key === "-") zoom(0.8);
    else if (event.key === "0") setView(null);
    else return;
    event.preventDefault();
  };

  return (
    <Box sx={{ position: "relative", width: "100%", height: "100%", bgcolor: `surround.${surround}` }}>
      <Box
        ref={frameRef}
        role="application"
        aria-label={`${label}. Plus and minus zoom, zero shows the whole picture.`}
        tabIndex={0}
        onKeyDown={keys}
        onPointerDown={down}
        onPointerMove={move}
        onPointerUp={up}
        onPointerCancel={(event) => pointers.current.delete(event.pointerId)}
        sx={{
          position: "absolute",
          inset: { xs: "12px 12px 56px", md: "24px 28px 56px" },
          overflow: "hidden",
          touchAction: "none",
          cursor: onTap ? "crosshair" : "grab",
        }}
      >
        <div
          style={{
            position: "absolute",
            width: picture.width,
            height: picture.height,
            transformOrigin: "0 0",
            transform: `translate(${shown.x}px, ${shown.y}px) scale(${shown.scale})`,
          }}
        >
          <div
            style={{
              position: "absolute",
              inset: 0,
              transform: TURNS[flip],
              filter: blurPx > 0 ? `blur(${blurPx}px)` : "none",
            }}
          >
            {children}
          </div>
        </div>
      </Box>
      <Stack
        direction="row"
        sx={{
          position: "absolute",
          left: 12,
          right: 12,
          bottom: 6,
          alignItems: "center",
          color: `onSurround.${surround}`,
        }}
      >
        {tools}
        <Box sx={{ flex: 1 }} />
        <Tooltip title={`Surround: ${surround}`}>
          <IconButton color="inherit" onClick={next} aria-label={`Surround is ${surround}; change it`}>
            <SurroundIcon />
          </IconButton>
        </Tooltip>
        <Tooltip title="Zoom out">
          <IconButton color="inherit" onClick={() => zoom(0.8)} aria-label="Zoom out">
            <RemoveIcon />
          </IconButton>
        </Tooltip>
        <Tooltip title="Zoom in">
          <IconButton color="inherit" onClick={() => zoom(1.25)} aria-label="Zoom in">
            <AddIcon />
          </IconButton>
        </Tooltip>
        <Tooltip title="Whole picture">
          <IconButton color="inherit" onClick={() => setView(null)} aria-label="Show the whole picture">
            <FitIcon />
          </IconButton>
        </Tooltip>
      </Stack>
    </Box>
  );
}

/** A picture filling the viewer. */
interface LayerProps {
  src: string;
  alt: string;
  opacity?: number;
  loaded?: () => void;
  failed?: () => void;
}

export function Layer({ src, alt, opacity = 1, loaded, failed }: LayerProps) {
  return (
    <img
      src={src}
      alt={alt}
      onLoad={loaded}
      onError={failed}
      draggable={false}
      style={{ position: "absolute", inset: 0, width: "100%", height: "100%", opacity, userSelect: "none" }}
    />
  );
}
