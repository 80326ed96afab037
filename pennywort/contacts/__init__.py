"""What touched what: gear that goes from water to water, and where something may have been carried."""
