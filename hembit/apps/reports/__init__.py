"""What a customer gets: the report of a job."""
