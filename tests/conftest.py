"""What all tests share: a profile for property tests that does not depend on the clock or on chance."""

from hypothesis import settings

settings.register_profile("steady", deadline=None, derandomize=True, max_examples=60, database=None)
settings.load_profile("steady")

pytest_plugins = ["tests.service", "tests.chromium"]
