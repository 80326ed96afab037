<template>
  <svg viewBox="0 0 30 30" width="30" height="30" aria-hidden="true" focusable="false">
    <path
      d="M15 1.500c2 0 2.800 1.500 4.600 1.900s3.500-.1 4.700 1.400.6 3.100 1.500 4.700 2.700 2.500 2.700 4.600-1.500 3-2 4.800.2 3.600-1.300 4.900-3.100.8-4.700 1.700-2.500 3-5.500 3-3.900-2.100-5.500-3-3.200-.4-4.700-1.700-.8-3.100-1.300-4.900-2-2.700-2-4.800 1.800-3 2.700-4.600 0-3.200 1.500-4.700 2.900-1 4.700-1.400S13 1.500 15 1.500z"
      fill="none"
      stroke="currentColor"
      stroke-width="1.500"
    />
    <g stroke="currentColor" stroke-width=".9" fill="none" stroke-linecap="round">
      <path d="M15.0 11.3L15.0 4.9" />
      <path d="M16.8 11.9L20.5 6.6" />
      <path d="M18.0 13.4L24.0 11.2" />
      <path d="M18.1 15.3L24.3 17.0" />
      <path d="M17.1 17.0L21.2 21.9" />
      <path d="M12.9 17.0L8.8 21.9" />
      <path d="M11.9 15.3L5.7 17.0" />
      <path d="M12.0 13.4L6.0 11.2" />
      <path d="M13.2 11.9L9.5 6.6" />
    </g>
    <circle cx="15" cy="14.500" r="1.900" fill="currentColor" />
    <path
      d="M15 14.500C15.500 20 15 25 12.500 29.200"
      stroke="currentColor"
      stroke-width="1.500"
      fill="none"
    />
  </svg>
</template>
