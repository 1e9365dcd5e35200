"""What a creator does with the product, put together from core and store: no HTTP, no rules of the job."""
