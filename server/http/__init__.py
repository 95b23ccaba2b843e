"""HTTP plumbing without a domain: problems, pages, stale writes, strict filters."""
