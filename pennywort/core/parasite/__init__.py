"""Life cycles of parasites by temperature."""
