const { defineConfig } = require('@vue/cli-service')
const path = require('path')

module.exports = defineConfig({
  transpileDependencies: true,
  outputDir: path.resolve(__dirname, 'public_html'),
  productionSourceMap: false,
  configureWebpack: {
    resolve: { alias: { '@styles': path.resolve(__dirname, 'src/styles') } },
  },
})
