import SvgIcon, { type SvgIconProps } from '@mui/material/SvgIcon';

/** A month on the wall. Our own few drawings, in the line width of the vessels. */
export function CalendarIcon(props: SvgIconProps) {
  return (
    <SvgIcon fontSize="small" viewBox="0 0 24 24" {...props}>
      <path
        d="M4 6.5h16v13H4zM4 10.5h16M8 4v4M16 4v4M8 14h2M14 14h2M8 17h2"
        fill="none"
        stroke="currentColor"
        strokeWidth="1.7"
        strokeLinecap="round"
      />
    </SvgIcon>
  );
}
