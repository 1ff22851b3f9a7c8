<?xml version="1.0" encoding="UTF-8"?>
<xsl:stylesheet xmlns:xsl="http://www.w3.org/1999/XSL/Transform" xmlns:z="http://indexdata.com/zebra-2.0" xmlns:dc="http://purl.org/dc/elements/1.1/" version="1.0">
  <xsl:output indent="no" method="xml" encoding="UTF-8"/>
  <xsl:template match="/"><z:record z:id="{normalize-space(//dc:identifier[1])}" z:type="update"><xsl:apply-templates select="//dc:title|//dc:description"/></z:record></xsl:template>
  <xsl:template match="dc:title"><z:index name="title:w"><xsl:value-of select="."/></z:index></xsl:template>
  <xsl:template match="dc:description"><z:index name="description:w"><xsl:value-of select="."/></z:index></xsl:template>
</xsl:stylesheet>
