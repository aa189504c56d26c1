import { z } from 'zod';

// A strict content security policy forbids the code generation that zod would use; it stays fast enough without.
z.config({ jitless: true });

export { z };
