"""Our own drawings of fish: any body shape with any signs on it, made from data in one hand."""
