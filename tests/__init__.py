"""All tests. Examples that Hypothesis draws take as long as they take: a machine that stands still for a second is no fault."""

from hypothesis import HealthCheck, settings

settings.register_profile("pennywort", deadline=None, suppress_health_check=[HealthCheck.too_slow])
settings.load_profile("pennywort")
