/** Every sentence a user reads that depends on data. */
export {};
