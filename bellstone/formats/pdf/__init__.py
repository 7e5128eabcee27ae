"""The report and the dig sheets as PDF: tagged, on Letter or A4, set from the assessment's own words."""

from bellstone.formats.pdf.sheets import Paper, Picture, charts, dig_sheets_pdf, owners_page_pdf, report_pdf

__all__ = ["Paper", "Picture", "charts", "dig_sheets_pdf", "owners_page_pdf", "report_pdf"]
