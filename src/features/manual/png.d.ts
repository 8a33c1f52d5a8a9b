/// <reference types="next/image-types/global" />
