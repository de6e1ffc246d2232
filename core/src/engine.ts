/** Version of the computation, written into every plan and every set of findings. */
export const ENGINE = 'jacana-core 0.13.0';
