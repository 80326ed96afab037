"""Pennywort: quarantine, diagnosis and treatment of ornamental fish, reckoned and recorded."""
