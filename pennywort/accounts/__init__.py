"""Who there is: people, fishrooms, membership, how they sign in, and the units they think in."""
